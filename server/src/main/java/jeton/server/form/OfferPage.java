package jeton.server.form;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.problem.Problem;
import jeton.server.business.BusinessSettings;
import jeton.server.page.Page;
import jeton.server.token.Tokens;

/** The hosted page of an offer for its template. The preview shows the same. */
final class OfferPage {
  private OfferPage() {}

  /** What a visitor typed and what was wrong with it. */
  record Typed(Map<String, String> values, boolean consent, List<Problem> problems) {
    static final Typed NOTHING = new Typed(Map.of(), false, List.of());
  }

  static Map<String, Object> model(
      BusinessSettings business, String formKey, FormSettings form, Typed typed) {
    Map<String, Object> model = Page.frame(business, form.looks(), form.headline());
    model.put("headline", form.headline());
    model.put("paragraphs", Page.paragraphs(form.text()));
    model.put("points", form.points().stream().filter(p -> !p.isBlank()).toList());
    model.put("hasPoints", form.points().stream().anyMatch(p -> !p.isBlank()));
    model.put("picture", form.picture());
    model.put("hasPicture", !form.picture().isEmpty());
    model.put("pictureWords", form.pictureWords());
    model.put("formKey", formKey);
    model.put("submissionKey", Tokens.random());
    model.put("fields", form.fields().stream().map(field -> field(field, typed)).toList());
    model.put("consent", form.consent().shown() ? List.of(consent(form, typed)) : List.of());
    model.put("buttonWords", form.button());
    model.put("hasProblems", !typed.problems().isEmpty());
    return model;
  }

  private static Map<String, Object> field(FormField field, Typed typed) {
    String key = field.kind().key();
    Map<String, Object> model = new HashMap<>();
    model.put("key", key);
    model.put("label", field.label());
    model.put("placeholder", field.placeholder());
    model.put("required", field.required());
    model.put("optional", !field.required());
    model.put("type", field.kind() == FormField.Kind.EMAIL ? "email" : "text");
    model.put("autocomplete", field.kind() == FormField.Kind.EMAIL ? "email" : "given-name");
    model.put("value", typed.values().getOrDefault(key, ""));
    model.put("problem", problem(key, typed));
    return model;
  }

  private static Map<String, Object> consent(FormSettings form, Typed typed) {
    Map<String, Object> model = new HashMap<>();
    model.put("wording", form.consent().wording());
    model.put("required", form.consent().required());
    model.put("ticked", typed.consent());
    model.put("problem", problem("consent", typed));
    return model;
  }

  private static List<String> problem(String key, Typed typed) {
    Optional<Problem> first =
        typed.problems().stream().filter(p -> p.field().equals(key)).findFirst();
    return first.map(Problem::message).stream().collect(Collectors.toList());
  }
}
