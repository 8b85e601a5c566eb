package jeton.server.form;

import java.util.List;
import java.util.stream.Stream;
import jeton.core.display.DisplayRules;
import jeton.core.form.Afterwards;
import jeton.core.form.Contrast;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.Looks;
import jeton.core.form.Opening;
import jeton.core.incentive.Incentive;
import jeton.server.offer.OfferSettings;

/** The words and looks a new hosted page starts with. */
final class FirstForm {
  private FirstForm() {}

  static FormSettings of(OfferSettings offer, List<String> palette) {
    Incentive.FirstAsk ask = offer.gives().firstAsk();
    return new FormSettings(
        "Hosted page",
        FormWords.plain(offer.name(), ask.text(), List.of(), ask.button()),
        FormPicture.NONE,
        List.of(
            FormField.of("first_name", "First name", false),
            FormField.email("Email", ""),
            FormField.consent(
                "Send me this and the odd email after it. I can leave at any time.", true)),
        looks(palette),
        Opening.PLAIN,
        Afterwards.PLAIN,
        DisplayRules.IN_PAGE);
  }

  /** Ours, with the first colour of the palette on the button. */
  static Looks looks(List<String> palette) {
    String button = palette.isEmpty() ? "#16423C" : palette.get(0);
    // Any colour is far enough from black if it is too close to white.
    String buttonInk =
        Stream.of("#FFFFFF", "#1C2A26")
            .filter(ink -> Contrast.ratio(ink, button) >= Contrast.ENOUGH)
            .findFirst()
            .orElse("#000000");
    return Looks.of("#FBF8F1", "#1C2A26", button, buttonInk);
  }
}
