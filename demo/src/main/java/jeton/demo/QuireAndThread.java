package jeton.demo;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.followup.RunAgain;
import jeton.core.followup.Wait;
import jeton.core.form.ConsentBox;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.form.KnownVisitor;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.mail.EmailButton;
import jeton.core.mail.EmailContent;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.files.StoredFiles;
import jeton.server.followup.SequenceDraft;
import jeton.server.followup.SequenceDraft.StepDraft;
import jeton.server.followup.Sequences;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import org.springframework.stereotype.Component;

/** The sample business and its first offer, made as its owner would. */
@Component
class QuireAndThread {
  static final String SLUG = "first-notebook-plan";
  private final Business business;
  private final StoredFiles files;
  private final Offers offers;
  private final Forms forms;
  private final Sequences sequences;

  QuireAndThread(
      Business business, StoredFiles files, Offers offers, Forms forms, Sequences sequences) {
    this.business = business;
    this.files = files;
    this.offers = offers;
    this.forms = forms;
    this.sequences = sequences;
  }

  void make() {
    business.save(
        0,
        new BusinessSettings(
            "Quire & Thread",
            "4 Gable Yard\nTillbrook",
            "Quire & Thread",
            "hello@quireandthread.example",
            "",
            "Europe/Dublin",
            List.of("#16423C", "#A8402D", "#B07A2A", "#FBF8F1", "#DCE6DF", "#1C2A26"),
            picture("logo.svg"),
            Map.of("first_name", "there")));
    Offer offer = offers.make("First-notebook plan", OfferKind.DOWNLOAD);
    offers.addFile(offer.id(), "first-notebook-plan.pdf", new ByteArrayInputStream(PlanPdf.draw()));
    offers.save(
        offer.id(), 1, new OfferSettings("First-notebook plan", SLUG, confirm(), handOver()));
    forms.save(offer.id(), 1, form());
    sequences.save(
        offer.id(), 1, new SequenceDraft("Welcome to the bindery", List.of(didItHold(), papers())));
    offers.changeState(offer.id(), OfferState.LIVE);
    offers.make("Colour card for marbling", OfferKind.DOWNLOAD);
  }

  private FormSettings form() {
    return new FormSettings(
        "Bind your first notebook this weekend",
        "A plan for a small notebook, printed at home, sewn at the kitchen table.",
        List.of(
            "One needle, six sheets, forty minutes",
            "Opens flat, fits a pocket",
            "No glue, no press"),
        picture("notebook.svg"),
        "A green notebook with a brass spine and a needle on a red thread",
        List.of(
            new FormField(FormField.Kind.FIRST_NAME, "First name", "", false),
            new FormField(FormField.Kind.EMAIL, "Email", "you@example.org", true)),
        new ConsentBox(true, true, "Send me the plan, and a letter from the bindery now and then."),
        "Send me the plan",
        new Looks("#FBF8F1", "#1C2A26", "#A8402D", "#FFFFFF"),
        KnownVisitor.NOT_TOLD);
  }

  private static ConfirmSettings confirm() {
    return new ConfirmSettings(
        true,
        new EmailContent(
            "Open your notebook plan",
            "One press and it is yours",
            "<p>Hello {{first_name}},</p><p>you asked for the first-notebook plan. Press below to say it was you.</p>",
            new EmailButton("Open the plan", EmailButton.Target.CONFIRM, "")),
        new PageWords(
            "Nearly there",
            "We have written to you. Open the email and press its button: the plan opens with it.\n\nNothing after five minutes? Look in the junk folder."),
        new PageWords(
            "Here it is",
            "Print both pages on A4, at full size. We have sent you the link by email too."),
        7,
        true);
  }

  private static HandOverSettings handOver() {
    return new HandOverSettings(
        true,
        new EmailContent(
            "Your plan is here",
            "Keep this email",
            "<p>Hello {{first_name}},</p><p>here is your own link to the plan, for when you lose the tab.</p>",
            new EmailButton("Download the plan", EmailButton.Target.PASS, "")),
        new PageWords("Your first-notebook plan", "Print both pages on A4, at full size."),
        new PassLimits(Optional.of(30), Optional.of(5)),
        RunAgain.NEVER);
  }

  private static StepDraft didItHold() {
    return new StepDraft(
        Optional.empty(),
        true,
        2,
        Wait.Unit.DAYS,
        new EmailContent(
            "Did it hold, {{first_name}}{{^first_name}}bookbinder{{/first_name}}?",
            "Two small fixes for most first bindings",
            "<p>Hello {{first_name}},</p><p>two days ago you opened the plan. If your pages slip, the thread sits"
                + " loose at the first hole: pull it along the fold, never across it.</p>"
                + "<p>If the cover gapes, leave the book under a heavy one overnight.</p>",
            new EmailButton(
                "See the two fixes",
                EmailButton.Target.LINK,
                "https://quireandthread.example/fixes")));
  }

  private static StepDraft papers() {
    return new StepDraft(
        Optional.empty(),
        true,
        3,
        Wait.Unit.DAYS,
        new EmailContent(
            "Papers and threads worth having",
            "What we reach for ourselves",
            "<p>Hello {{first_name}},</p><p>three papers and one thread do for nearly every small book:</p>"
                + "<ul><li>a laid paper of 100 g for the pages</li><li>a cover card of 250 g</li>"
                + "<li>waxed linen, 18/3</li></ul><p>All of it is on one shelf in the shop.</p>",
            new EmailButton(
                "Look at the shelf",
                EmailButton.Target.LINK,
                "https://quireandthread.example/papers")));
  }

  private String picture(String name) {
    try (InputStream drawing = QuireAndThread.class.getResourceAsStream("/demo/" + name)) {
      return files.keepPicture(name, drawing).hash();
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
