package jeton.server.form;

import jeton.core.form.FormSettings;
import jeton.core.form.Looks;

/** A form's colours, measures and own rules as CSS, beside form.css which all forms share. */
final class FormCss {
  private FormCss() {}

  /**
   * The rules.
   *
   * @param base where pictures are, without a slash at the end; empty on our own pages
   */
  static String of(FormSettings settings, String base) {
    Looks looks = settings.looks();
    StringBuilder css = new StringBuilder(":host,.jf,.jf-over,.jf-corner,.jf-strip,.jf-opener{");
    variable(css, "paper", looks.paper());
    variable(css, "ink", looks.ink());
    variable(css, "button", looks.button());
    variable(css, "button-ink", looks.buttonInk());
    variable(css, "corner", looks.corner() + "px");
    variable(css, "width", looks.width() + "px");
    variable(css, "gap", gap(looks.spacing()));
    if (looks.background() == Looks.Background.PICTURE && settings.picture().shown()) {
      variable(css, "image", "url(" + FormPart.pictureAddress(settings.picture(), base) + ")");
    }
    return css.append('}').append(OwnCss.kept(looks.css())).toString();
  }

  private static void variable(StringBuilder css, String name, String value) {
    css.append("--jf-").append(name).append(':').append(value).append(';');
  }

  private static String gap(Looks.Spacing spacing) {
    return switch (spacing) {
      case TIGHT -> "9px";
      case NORMAL -> "14px";
      case AIRY -> "20px";
    };
  }
}
