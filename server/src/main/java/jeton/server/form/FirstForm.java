package jeton.server.form;

import java.util.List;
import jeton.core.form.ConsentBox;
import jeton.core.form.Contrast;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.form.KnownVisitor;
import jeton.core.form.Looks;

/** The words and looks a new hosted page starts with. */
final class FirstForm {
  private FirstForm() {}

  static FormSettings of(String offerName, List<String> palette) {
    String button = palette.isEmpty() ? "#16423C" : palette.get(0);
    String buttonInk = Contrast.ratio("#FFFFFF", button) >= Contrast.ENOUGH ? "#FFFFFF" : "#1C2A26";
    return new FormSettings(
        offerName,
        "Tell us where to send it.",
        List.of(),
        "",
        "",
        List.of(
            new FormField(FormField.Kind.FIRST_NAME, "First name", "", false),
            new FormField(FormField.Kind.EMAIL, "Email", "", true)),
        new ConsentBox(
            true, true, "Send me this and the odd email after it. I can leave at any time."),
        "Send it to me",
        new Looks("#FBF8F1", "#1C2A26", button, buttonInk),
        KnownVisitor.NOT_TOLD);
  }
}
