package jeton.server.form;

import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.server.markup.BodyHtml;

/** A form's text is a small HTML; what else somebody pasted is taken out, its words are kept. */
final class FormText {
  private FormText() {}

  static FormSettings cleaned(FormSettings settings) {
    FormWords w = settings.words();
    return settings.withWords(
        new FormWords(
            w.headline(),
            BodyHtml.cleaned(w.text()),
            w.points(),
            w.button(),
            w.noThanks(),
            w.smallPrint(),
            w.halfWay()));
  }
}
