package jeton.core.form;

import java.util.List;
import java.util.stream.Collectors;
import jeton.core.display.DisplayRules;
import jeton.core.display.DisplayWords;
import jeton.core.trial.Difference;

/**
 * Two versions of a form (X1): its words, picture, fields, looks, opening and moment may differ;
 * where it shows, to whom, how often, its lists and what comes afterwards are the form's own.
 */
public final class FormVersions {
  private FormVersions() {}

  /** The form as version B has it. */
  public static FormSettings withOther(FormSettings form, FormSettings b) {
    DisplayRules own = form.display();
    DisplayRules display =
        new DisplayRules(
            own.pages(),
            own.audience(),
            own.frequency(),
            own.season(),
            b.display().trigger(),
            own.priority());
    return new FormSettings(
        form.name(),
        b.words(),
        b.picture(),
        b.fields(),
        b.looks(),
        b.opening(),
        form.afterwards(),
        display,
        form.lists());
  }

  /** Whether a form was changed only in what its two versions share. */
  public static boolean areSame(FormSettings before, FormSettings after) {
    return withOther(after, before).equals(after);
  }

  /** In what version B differs. */
  public static List<Difference> differences(FormSettings a, FormSettings b) {
    FormWords words = a.words();
    FormWords others = b.words();
    return new Difference.Found()
        .of("Headline", words.headline(), others.headline())
        .writing("Text", words.text(), others.text())
        .of("Points", String.join("; ", words.points()), String.join("; ", others.points()))
        .of("Button", words.button(), others.button())
        .of("No thanks", words.noThanks(), others.noThanks())
        .writing("Small print", words.smallPrint(), others.smallPrint())
        .of("Step bar", words.halfWay(), others.halfWay())
        .of("Asks for", asks(a), asks(b))
        .shown("Picture", a.picture(), b.picture())
        .shown("Looks", a.looks(), b.looks())
        .shown("Opening", a.opening(), b.opening())
        .of("Moment", moment(a), moment(b))
        .list();
  }

  private static String asks(FormSettings form) {
    return form.fields().stream()
        .map(field -> field.label() + (field.required() ? "" : " (optional)"))
        .collect(Collectors.joining(", "));
  }

  private static String moment(FormSettings form) {
    return DisplayWords.of(form.display().trigger());
  }
}
