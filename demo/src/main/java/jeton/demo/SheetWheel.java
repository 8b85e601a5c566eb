package jeton.demo;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.followup.Wait;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.SpinRules;
import jeton.core.wheel.WheelLooks;
import jeton.core.wheel.WheelWords;
import jeton.server.editing.SequenceEdits;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Component;

/** Spin for a sheet: six slices, two of them without a prize, one prize nearly gone. */
@Component
class SheetWheel {
  static final String SLUG = "spin-for-a-sheet";
  private static final String NAME = "Spin for a sheet";
  private static final int FORTNIGHT = 14;

  private final Offers offers;
  private final Forms forms;
  private final Sequences sequences;
  private final SequenceEdits edits;

  SheetWheel(Offers offers, Forms forms, Sequences sequences, SequenceEdits edits) {
    this.offers = offers;
    this.forms = forms;
    this.sequences = sequences;
    this.edits = edits;
  }

  void make() {
    Offer offer = offers.make(NAME, OfferKind.WHEEL);
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
                        "One press, and what you drew is yours",
                        "The wheel has stopped",
                        "<p>Hello {{first_name}},</p><p>the wheel has stopped. Press below, and what you drew is on its way.</p>",
                        new EmailButton("That was me", EmailButton.Target.CONFIRM, ""))),
            first.handOver(),
            wheel(offers.bySlug(PapersCoupon.SLUG).orElseThrow().id())));
    Form form = forms.hosted(offer.id());
    forms.save(form.id(), form.version(), asking(form.settings()));
    Sequence sequence = sequences.ofOffer(offer.id());
    edits.save(sequence.id(), sequence.version(), afterwards());
    offers.changeState(offer.id(), OfferState.LIVE);
  }

  private static PrizeWheel wheel(long couponId) {
    return new PrizeWheel(
        List.of(
            slice(
                "sheet",
                "Marbled sheet",
                15,
                Optional.of(22),
                Prize.words(
                    "Marbled sheet", "One of the spring sheets, rolled, in your next parcel."),
                100,
                "#DCE8E1",
                PrizeSlice.Pattern.WAVES),
            slice("next", "Next time", 21, "#FFFFFF", PrizeSlice.Pattern.PLAIN),
            slice(
                "off",
                "12 % off",
                22,
                Optional.empty(),
                Prize.offer("12 % off papers", couponId),
                50,
                "#F6E3BD",
                PrizeSlice.Pattern.STRIPES),
            slice(
                "thread",
                "Linen thread",
                16,
                Optional.of(40),
                Prize.words(
                    "Linen thread, 5 m",
                    "Waxed, in a colour of your choice, with your next order."),
                50,
                "#F7DAD2",
                PrizeSlice.Pattern.DASHES),
            slice("not", "Not today", 21, "#F4ECDF", PrizeSlice.Pattern.DOTS),
            slice(
                "folder",
                "Bone folder",
                5,
                Optional.of(6),
                Prize.words("Bone folder", "The small one, in your next parcel."),
                160,
                "#C9DDC8",
                PrizeSlice.Pattern.NET)),
        "EUR",
        new SpinRules(1, FORTNIGHT, LocalDate.of(2026, 1, 5), LocalTime.of(6, 0), 24),
        false,
        WheelLooks.USUAL,
        WheelWords.USUAL);
  }

  private static PrizeSlice slice(
      String id, String label, int weight, String colour, PrizeSlice.Pattern pattern) {
    return slice(id, label, weight, Optional.empty(), Prize.NONE, 0, colour, pattern);
  }

  private static PrizeSlice slice(
      String id,
      String label,
      int weight,
      Optional<Integer> pieces,
      Prize prize,
      long cost,
      String colour,
      PrizeSlice.Pattern pattern) {
    return new PrizeSlice(
        id, label, BigDecimal.valueOf(weight), pieces, prize, cost, colour, pattern, List.of());
  }

  private static FormSettings asking(FormSettings plain) {
    return new FormSettings(
        plain.name(),
        FormWords.plain(
            "One spin, one sheet perhaps",
            "<p>58 of 100 win something. One spin for each of you.</p>",
            List.of(),
            "Spin"),
        FormPicture.NONE,
        List.of(
            FormField.of("first_name", "First name", false),
            FormField.email("Email", "you@example.org"),
            FormField.consent(
                "Let me spin, and send me a letter from the bindery now and then.", true)),
        plain.looks(),
        plain.opening(),
        plain.afterwards(),
        plain.display());
  }

  private static SequenceDraft afterwards() {
    EmailContent email =
        new EmailContent(
            "From the workbench",
            "",
            "<p>Hello {{first_name}},</p><p>thank you for turning our wheel. Here is what we are binding this week.</p>",
            EmailButton.NONE);
    return new SequenceDraft(
        "Welcome",
        List.of(new SequenceDraft.StepDraft(Optional.empty(), true, 3, Wait.Unit.DAYS, email)));
  }
}
