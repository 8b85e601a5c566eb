package jeton.demo;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.display.Audience;
import jeton.core.display.DisplayRules;
import jeton.core.display.Frequency;
import jeton.core.display.PagePattern;
import jeton.core.display.Pages;
import jeton.core.display.Season;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.form.Afterwards;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.KnownVisitor;
import jeton.core.form.Looks;
import jeton.core.form.Opening;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.people.TagChange;
import jeton.core.signup.VisitorChecks;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.SendingSettings;
import jeton.server.business.VisitorPages;
import jeton.server.dkim.Dkim;
import jeton.server.editing.SequenceEdits;
import jeton.server.files.StoredFiles;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferFiles;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/** The sample business and its first offer, made as its owner would. */
@Component
class QuireAndThread {
  static final String POP_UP = "Pop-up on leaving";
  static final String FOOTER = "Footer";
  private static final List<String> POINTS =
      List.of(
          "One needle, six sheets, forty minutes",
          "Opens flat, fits a pocket",
          "No glue, no press");
  static final String SLUG = "first-notebook-plan";
  private final Business business;
  private final Tools tools;
  private final Offers offers;
  private final Forms forms;
  private final Sequences sequences;
  private final SequenceEdits edits;

  QuireAndThread(
      Business business,
      Tools tools,
      Offers offers,
      Forms forms,
      Sequences sequences,
      SequenceEdits edits) {
    this.business = business;
    this.tools = tools;
    this.offers = offers;
    this.forms = forms;
    this.sequences = sequences;
    this.edits = edits;
  }

  /** What else an owner has at hand. */
  @Component
  record Tools(StoredFiles files, OfferFiles offerFiles, Tags tags, Dkim dkim) {}

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
            Map.of("first_name", "there"),
            List.of(
                new FieldDefinition(
                    "makes",
                    FieldType.SEVERAL_OF,
                    "What do you make?",
                    List.of("Notebooks", "Boxes", "Prints", "Something else"))),
            VisitorChecks.USUAL,
            SendingSettings.USUAL,
            VisitorPages.USUAL));
    List.of("plan asked", "opened the plan", WelcomeEmails.READER).forEach(tools.tags()::make);
    Offer offer = offers.make("First-notebook plan", OfferKind.DOWNLOAD);
    tools
        .offerFiles()
        .addFile(offer.id(), "first-notebook-plan.pdf", new ByteArrayInputStream(PlanPdf.draw()));
    offers.save(
        offer.id(), 1, new OfferSettings("First-notebook plan", SLUG, confirm(), handOver()));
    forms.save(forms.hosted(offer.id()).id(), 1, form());
    forms.turn(forms.make(offer.id(), Shape.POP_UP, popUp()).id(), true);
    forms.turn(forms.make(offer.id(), Shape.IN_PAGE, footer()).id(), true);
    Sequence welcome = sequences.ofOffer(offer.id());
    edits.save(
        welcome.id(),
        1,
        new SequenceDraft(
            "Welcome to the bindery", WelcomeEmails.welcome(picture("notebook.svg"))));
    stillHere(offer.id());
    tools.dkim().make();
    tools.dkim().turn(true);
    offers.changeState(offer.id(), OfferState.LIVE);
    offers.make("Colour card for marbling", OfferKind.DOWNLOAD);
  }

  /** Starts by itself for whoever has not opened the plan in five days. */
  private void stillHere(long offerId) {
    Sequence reminder = sequences.make("Your plan is still here");
    SequenceRules rules =
        new SequenceRules(
            false,
            new Goal(Goal.Kind.PASS_USED, ""),
            new Start(Start.Kind.PASS_NOT_USED, Optional.of(offerId), "", 5, ""),
            RunAgain.NEVER);
    edits.save(
        reminder.id(),
        1,
        new SequenceDraft(reminder.name(), rules, List.of(WelcomeEmails.stillHere()), false));
  }

  private FormSettings form() {
    return new FormSettings(
        "Hosted page",
        FormWords.plain(
            "Bind your first notebook this weekend",
            "<p>A plan for a small notebook, printed at home, sewn at the kitchen table.</p>",
            POINTS,
            "Send me the plan"),
        notebook(FormPicture.Side.LEFT),
        List.of(
            FormField.of("first_name", "First name", false),
            FormField.email("Email", "you@example.org"),
            consent()),
        looks(928),
        Opening.PLAIN,
        Afterwards.PLAIN,
        DisplayRules.IN_PAGE);
  }

  /** On leaving any page but the basket. */
  private FormSettings popUp() {
    FormField name = new FormField("first_name", "First name", "First name", "", false, true, "");
    FormField email = new FormField("email", "Email", "you@example.org", "", true, true, "");
    Pages notInTheBasket =
        new Pages(List.of(), List.of(new PagePattern(PagePattern.Type.STARTS, "/checkout")));
    return new FormSettings(
        POP_UP,
        new FormWords(
            "Bind your first notebook this weekend",
            "",
            POINTS,
            "Send me the plan",
            "Not now",
            "",
            ""),
        notebook(FormPicture.Side.LEFT),
        List.of(name, email, consent()),
        looks(720),
        Opening.PLAIN,
        new Afterwards(
            false, new PageWords("", ""), "", List.of(), 12, KnownVisitor.NOT_TOLD, Map.of(), ""),
        new DisplayRules(
            notInTheBasket,
            Audience.NOT_YET_SIGNED_UP,
            Frequency.CALM,
            Season.ALWAYS,
            new Trigger(Trigger.Kind.ON_LEAVING, 0),
            0));
  }

  private FormSettings footer() {
    return new FormSettings(
        FOOTER,
        FormWords.plain(
            "A plan for your first notebook", "<p>Free, by email.</p>", List.of(), "Send it to me"),
        FormPicture.NONE,
        List.of(FormField.email("Email", "you@example.org"), consent()),
        looks(560),
        Opening.PLAIN,
        Afterwards.PLAIN,
        DisplayRules.IN_PAGE);
  }

  private FormPicture notebook(FormPicture.Side side) {
    return new FormPicture(
        picture("notebook.svg"),
        "",
        "A green notebook with a brass spine and a needle on a red thread",
        side);
  }

  private static FormField consent() {
    return FormField.consent("Send me the plan, and a letter from the bindery now and then.", true);
  }

  private static Looks looks(int width) {
    Looks l = Looks.of("#FBF8F1", "#1C2A26", "#A8402D", "#FFFFFF");
    return new Looks(
        l.paper(),
        l.ink(),
        l.button(),
        l.buttonInk(),
        l.font(),
        l.corner(),
        l.spacing(),
        width,
        l.background(),
        l.entrance(),
        l.exit(),
        "");
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
        false,
        true,
        new EmailContent(
            "Your plan is here",
            "Keep this email",
            "<p>Hello {{first_name}},</p><p>here is your own link to the plan, for when you lose the tab.</p>",
            new EmailButton("Download the plan", EmailButton.Target.PASS, "")),
        new PageWords("Your first-notebook plan", "Print both pages on A4, at full size."),
        new PassLimits(Optional.of(30), Optional.of(5)),
        RunAgain.NEVER,
        List.of(
            new TagChange(TagChange.When.SIGN_UP, "plan asked", true),
            new TagChange(TagChange.When.FIRST_USE, "plan asked", false),
            new TagChange(TagChange.When.FIRST_USE, "opened the plan", true)));
  }

  private String picture(String name) {
    try (InputStream drawing = QuireAndThread.class.getResourceAsStream("/demo/" + name)) {
      return tools.files().keepPicture(name, drawing).hash();
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
