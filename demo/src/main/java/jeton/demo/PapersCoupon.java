package jeton.demo;

import java.time.DayOfWeek;
import java.util.List;
import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Terms;
import jeton.core.coupon.Worth;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Condition;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.handover.PassLimits;
import jeton.core.incentive.Coupon;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.people.TagChange;
import jeton.server.business.PublicUrl;
import jeton.server.editing.SequenceEdits;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/** 12 % off papers and threads: a code for each, with two reminders. */
@Component
class PapersCoupon {
  static final String SLUG = "twelve-percent-off";
  private static final String NAME = "12 % off papers and threads";
  private static final String BOUGHT = "bought with a code";
  private static final String HELLO = "<p>Hello {{first_name}},</p>";

  private final Offers offers;
  private final Forms forms;
  private final Sequences sequences;
  private final SequenceEdits edits;
  private final Tags tags;
  private final PublicUrl publicUrl;

  PapersCoupon(
      Offers offers,
      Forms forms,
      Sequences sequences,
      SequenceEdits edits,
      Tags tags,
      PublicUrl publicUrl) {
    this.offers = offers;
    this.forms = forms;
    this.sequences = sequences;
    this.edits = edits;
    this.tags = tags;
    this.publicUrl = publicUrl;
  }

  void make() {
    tags.make(BOUGHT);
    Offer offer = offers.make(NAME, OfferKind.COUPON);
    OfferSettings first = offer.settings();
    offers.save(
        offer.id(),
        offer.version(),
        new OfferSettings(
            NAME,
            SLUG,
            first
                .confirm()
                .withEmail(
                    new EmailContent(
                        "Your 12 % off: one press and it is yours",
                        "Say it was you",
                        HELLO
                            + "<p>you asked for 12 % off papers and threads. Press below and the code is yours.</p>",
                        new EmailButton("Show me the code", EmailButton.Target.CONFIRM, ""))),
            handOver(),
            coupon()));
    Form form = forms.hosted(offer.id());
    forms.save(form.id(), form.version(), asking(form.settings()));
    Sequence sequence = sequences.ofOffer(offer.id());
    edits.save(sequence.id(), sequence.version(), reminders());
    offers.changeState(offer.id(), OfferState.LIVE);
  }

  private Coupon coupon() {
    return new Coupon(
        new Terms(
            Worth.percent(1200),
            "EUR",
            "papers and threads",
            2000,
            Optional.empty(),
            Optional.empty(),
            Optional.of(14),
            Optional.of(1),
            Optional.of(500)),
        Coupon.Source.MADE,
        new CodeShape("QT", 8),
        "",
        "",
        publicUrl.of(SampleShop.PATH) + "?code={{code}}",
        false);
  }

  private static HandOverSettings handOver() {
    return new HandOverSettings(
        false,
        true,
        new EmailContent(
            "{{code}} is your 12 % off",
            "Good for one order",
            EmailContent.Style.FRAMED,
            List.of(
                EmailBlock.text(
                    HELLO + "<p>here is your code. Give it at the till of our shop.</p>"),
                EmailBlock.incentive("Keep this page")),
            "",
            List.of()),
        new PageWords(
            "Your 12 % off papers and threads",
            "Give it at the till of our shop. This page keeps it for you."),
        PassLimits.NONE,
        RunAgain.NEVER,
        List.of(new TagChange(TagChange.When.FIRST_USE, BOUGHT, true)));
  }

  private static FormSettings asking(FormSettings made) {
    return new FormSettings(
        made.name(),
        FormWords.plain(
            "12 % off papers and threads",
            "<p>For your next order. One code for each of you, good for two weeks.</p>",
            List.of("Marbled, laid and Japanese papers", "Linen and silk threads"),
            "Send me the code"),
        made.picture(),
        List.of(
            FormField.of("first_name", "First name", false),
            FormField.email("Email", "you@example.org"),
            FormField.consent(
                "Send me the code, and a letter from the bindery now and then.", true)),
        made.looks(),
        made.opening(),
        made.afterwards(),
        made.display());
  }

  /** Both only for those who have not used it: an order ends the run. */
  private static SequenceDraft reminders() {
    return new SequenceDraft(
        "Your code is waiting",
        new SequenceRules(
            false, new Goal(Goal.Kind.PASS_USED, ""), Start.BY_SIGN_UP, RunAgain.NEVER),
        List.of(
            step(
                new StepRules(
                    4,
                    Wait.Unit.DAYS,
                    "09:00",
                    List.of(DayOfWeek.values()),
                    "",
                    "",
                    Condition.ALWAYS),
                "Three papers for your 12 %",
                "<p>if you are not sure where to begin: a marbled sheet for the cover, laid paper inside, and a thread"
                    + " in a colour that dares.</p>"),
            step(
                new StepRules(
                    0,
                    Wait.Unit.DAYS,
                    "10:00",
                    List.of(DayOfWeek.values()),
                    "",
                    "",
                    Condition.ALWAYS,
                    Optional.of(1)),
                "{{code}} ends tomorrow",
                "<p>your code is good until {{coupon_ends}}. After that it is only a pretty row of letters.</p>")),
        false);
  }

  private static SequenceDraft.StepDraft step(StepRules rules, String subject, String words) {
    EmailContent email =
        new EmailContent(
            subject,
            "",
            EmailContent.Style.FRAMED,
            List.of(EmailBlock.text(HELLO + words), EmailBlock.incentive("Show me the code")),
            "",
            List.of());
    return new SequenceDraft.StepDraft(Optional.empty(), Optional.empty(), 0, true, rules, email);
  }
}
