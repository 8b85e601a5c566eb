package jeton.server.offer;

import java.util.List;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.RunAgain;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.incentive.Incentive;

/** The words a new offer starts with, so that it works before a word is changed. */
final class FirstWords {
  private FirstWords() {}

  static OfferSettings of(String name, String slug, Incentive gives) {
    return new OfferSettings(name, slug, confirm(), handOver(gives), gives);
  }

  private static ConfirmSettings confirm() {
    EmailContent email =
        new EmailContent(
            "One press and it is yours: {{offer_name}}",
            "Please confirm your address",
            "<p>Hello {{first_name}},</p><p>you asked for {{offer_name}}. Press the button to say it was you.</p>"
                + "<p>If it was not, leave this email alone: nothing more will come.</p>",
            new EmailButton("Yes, that was me", EmailButton.Target.CONFIRM, ""));
    return new ConfirmSettings(
        true,
        email,
        new PageWords(
            "Nearly there",
            "We have written to you. Open the email and press its button.\n\nNothing after five minutes? Look in the junk folder."),
        new PageWords(
            "Thank you, that worked", "Here is what you asked for. We have sent it by email too."),
        ConfirmationRules.DEFAULT_DAYS,
        true);
  }

  private static HandOverSettings handOver(Incentive gives) {
    return new HandOverSettings(
        false,
        true,
        gives.firstDelivery(),
        new PageWords("Here it is", "Your own link. Keep the email it came with."),
        gives.firstLimits(),
        RunAgain.NEVER,
        List.of());
  }
}
