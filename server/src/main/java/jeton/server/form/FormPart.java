package jeton.server.form;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jeton.core.display.Shape;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.Looks;
import jeton.core.incentive.Part;
import jeton.core.problem.Problem;
import jeton.server.incentive.Game;
import jeton.server.page.Page;
import jeton.server.page.PartList;

/**
 * A form for the template {@code form}: the one renderer behind the hosted page, the script, the
 * frame, plain HTML and the preview.
 */
final class FormPart {
  private FormPart() {}

  /**
   * What is drawn.
   *
   * @param base where our server is, without a slash at the end; empty on our own pages
   * @param pageAddress of the offer's hosted page
   * @param game what is played before, where the offer has it played
   * @param result what it came to, once it was played and may be seen
   */
  record Drawn(
      String key,
      Shape shape,
      FormSettings settings,
      List<FieldDefinition> definitions,
      String base,
      String pageAddress,
      Optional<Game.Opening> game,
      Optional<List<Part>> result) {}

  /**
   * What a visitor typed and what was wrong with it.
   *
   * @param submissionKey one per rendered form (S9); empty where one rendering serves many
   * @param stamp when it was rendered, signed; empty where one rendering serves many
   */
  record Typed(
      Map<String, String> values, List<Problem> problems, String submissionKey, String stamp) {
    private static final String PLAYED = "played";

    /** Whether it was played, and what it came to stands above the fields. */
    boolean isPlayed() {
      return values.containsKey(PLAYED);
    }

    /** The same once it was played. */
    Typed played() {
      Map<String, String> with = new HashMap<>(values);
      with.put(PLAYED, "yes");
      return new Typed(with, problems, submissionKey, stamp);
    }

    /** The same, by a visitor that is to be known again; by nobody in particular when empty. */
    Typed by(Optional<String> visitor) {
      Map<String, String> with = new HashMap<>(values);
      visitor.ifPresent(id -> with.put(VisitorForms.VISITOR, id));
      return new Typed(with, problems, submissionKey, stamp);
    }

    static Typed nothing(String submissionKey, String stamp) {
      return new Typed(Map.of(), List.of(), submissionKey, stamp);
    }
  }

  static Map<String, Object> model(Drawn drawn, Typed typed) {
    FormSettings settings = drawn.settings();
    Map<String, Object> model = new HashMap<>();
    model.put("key", drawn.key());
    model.put("classes", classes(drawn));
    model.put("formCss", FormCss.of(settings, drawn.base()));
    model.put("isPage", drawn.shape() == Shape.FULL_PAGE);
    model.put("closable", drawn.shape().interrupts() || drawn.shape() == Shape.BAR);
    model.put("leads", leads(drawn));
    model.put("pageAddress", drawn.pageAddress());
    model.put("action", drawn.base() + "/p/forms/" + drawn.key() + "/signups");
    model.put("submissionKey", typed.submissionKey());
    model.put("stamp", typed.stamp());
    model.put("visitor", visitor(typed));
    model.put("campaign", typed.values().getOrDefault("campaign", ""));
    model.put("hasProblems", !typed.problems().isEmpty());
    model.put("general", general(typed));
    words(settings, model);
    picture(settings.picture(), drawn, model);
    game(drawn, model);
    boolean asks =
        drawn.result().isPresent() || drawn.game().map(Game.Opening::fields).orElse(true);
    model.put("asks", asks);
    model.put("fields", asks ? fields(drawn, typed) : List.of());
    return model;
  }

  private static String visitor(Typed typed) {
    String visitor = typed.values().getOrDefault(VisitorForms.VISITOR, "");
    return VisitorForms.isId(visitor) ? visitor : "";
  }

  private static void game(Drawn drawn, Map<String, Object> model) {
    Optional<Game.Opening> game = drawn.game().filter(g -> drawn.result().isEmpty());
    model.put("game", game.map(Game.Opening::html).orElse(""));
    model.put("finish", game.map(Game.Opening::finish).orElse(""));
    model.put("finishClass", game.filter(Game.Opening::plain).isPresent() ? "jf-no" : "jf-button");
    model.put("plays", drawn.base() + "/p/forms/" + drawn.key() + "/plays");
    model.put(
        "phoneLeads",
        drawn.shape() != Shape.FULL_PAGE && drawn.game().filter(Game.Opening::ownPage).isPresent());
    model.put("gated", drawn.game().isPresent());
    model.put("gate", drawn.game().map(g -> g.gate().heading()).orElse(""));
    model.put(
        "gateText", drawn.game().map(g -> Page.paragraphs(g.gate().text())).orElse(List.of()));
    drawn.result().ifPresent(parts -> model.put("came", Map.of("parts", PartList.of(parts))));
  }

  /** Just words and a button that leads to the hosted page. */
  private static boolean leads(Drawn drawn) {
    boolean can = drawn.shape().interrupts() || drawn.shape() == Shape.BAR;
    return can && drawn.settings().opening().leadsToPage();
  }

  private static void words(FormSettings settings, Map<String, Object> model) {
    var words = settings.words();
    List<String> points = words.points().stream().filter(p -> !p.isBlank()).toList();
    model.put("headline", words.headline());
    model.put("text", words.text());
    model.put("points", points);
    model.put("hasPoints", !points.isEmpty());
    model.put("buttonWords", words.button());
    model.put("noThanks", words.noThanks());
    model.put("smallPrint", words.smallPrint());
    model.put("halfWay", words.halfWay());
  }

  private static void picture(FormPicture picture, Drawn drawn, Map<String, Object> model) {
    boolean behind = drawn.settings().looks().background() == Looks.Background.PICTURE;
    model.put("hasPicture", picture.shown() && !behind);
    model.put("picture", pictureAddress(picture, drawn.base()));
    model.put("pictureWords", picture.words());
  }

  static String pictureAddress(FormPicture picture, String base) {
    return picture.hash().isEmpty()
        ? base + "/drawings/" + picture.drawing() + ".svg"
        : base + "/pictures/" + picture.hash();
  }

  static String classes(Drawn drawn) {
    FormSettings settings = drawn.settings();
    Looks looks = settings.looks();
    boolean pictured = settings.picture().shown() && looks.background() != Looks.Background.PICTURE;
    List<String> classes = new ArrayList<>();
    classes.add(css(drawn.shape()));
    classes.add("font-" + css(looks.font()));
    classes.add("bg-" + css(looks.background()));
    classes.add("in-" + css(looks.entrance()));
    classes.add("out-" + css(looks.exit()));
    classes.add("side-" + css(settings.picture().side()));
    if (pictured) {
      classes.add("pictured");
    }
    return "jf-" + String.join(" jf-", classes);
  }

  private static String css(Enum<?> choice) {
    return choice.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private static String general(Typed typed) {
    return typed.problems().stream()
        .filter(problem -> problem.field().isEmpty())
        .map(Problem::message)
        .findFirst()
        .orElse(
            typed.problems().isEmpty()
                ? ""
                : "Please look at what is marked below. What you typed is still there.");
  }

  private static List<Map<String, Object>> fields(Drawn drawn, Typed typed) {
    List<Map<String, Object>> fields = new ArrayList<>();
    for (FormField field : drawn.settings().fields()) {
      FieldDefinition.of(field.key(), drawn.definitions())
          .ifPresent(definition -> fields.add(field(field, definition, drawn, typed)));
    }
    return fields;
  }

  private static Map<String, Object> field(
      FormField field, FieldDefinition definition, Drawn drawn, Typed typed) {
    FieldType type = definition.type();
    String value = typed.values().getOrDefault(field.key(), "");
    Map<String, Object> model = new HashMap<>();
    String id = drawn.key() + "-" + field.key();
    model.put("id", id);
    model.put("key", field.key());
    model.put("label", field.label());
    model.put("placeholder", field.placeholder());
    model.put("help", field.help());
    model.put("described", (field.help().isEmpty() ? "" : "h-" + id + " ") + "p-" + id);
    model.put("required", field.required());
    model.put("optional", !field.required());
    model.put("half", field.half());
    model.put("most", type.most());
    model.put("value", type == FieldType.HIDDEN ? field.value() : value);
    model.put("problem", problem(field.key(), drawn, typed));
    model.put("isHidden", type == FieldType.HIDDEN);
    model.put("isLong", type == FieldType.LONG_TEXT);
    model.put("isOneOf", type == FieldType.ONE_OF);
    model.put("isSeveral", type == FieldType.SEVERAL_OF);
    model.put("isConsent", type == FieldType.CONSENT);
    model.put("chosen", !value.isEmpty());
    model.put("options", options(definition, value));
    input(field, type, model);
    return model;
  }

  private static void input(FormField field, FieldType type, Map<String, Object> model) {
    String html =
        switch (type) {
          case EMAIL -> "email";
          case SHORT_TEXT -> "text";
          case PHONE -> "tel";
          case DATE -> "date";
          case NUMBER -> "number";
          case LONG_TEXT, ONE_OF, SEVERAL_OF, CONSENT, HIDDEN -> "";
        };
    model.put("isInput", !html.isEmpty());
    model.put("type", html);
    model.put(
        "autocomplete",
        switch (type) {
          case EMAIL -> "email";
          case PHONE -> "tel";
          default -> field.key().equals("first_name") ? "given-name" : "off";
        });
  }

  private static List<Map<String, Object>> options(FieldDefinition definition, String value) {
    List<String> chosen = Arrays.stream(value.split(";")).map(String::strip).toList();
    return definition.options().stream()
        .map(option -> Map.<String, Object>of("words", option, "chosen", chosen.contains(option)))
        .toList();
  }

  /** The owner's own words for a field's fault, else ours. */
  private static List<String> problem(String key, Drawn drawn, Typed typed) {
    Optional<Problem> first =
        typed.problems().stream().filter(p -> p.field().equals(key)).findFirst();
    return first
        .map(p -> drawn.settings().afterwards().fieldErrors().getOrDefault(key, p.message()))
        .stream()
        .toList();
  }
}
