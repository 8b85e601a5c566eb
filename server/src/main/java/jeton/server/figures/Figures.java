package jeton.server.figures;

import com.fasterxml.jackson.annotation.JsonIgnore;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Mark;
import jeton.core.numbers.Rate;
import jeton.core.numbers.WorthTrying;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.core.segment.Criterion;
import jeton.server.business.Business;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.numbers.DayNumbers;
import jeton.server.numbers.Numbers;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import org.springframework.stereotype.Service;

/** Offers and forms over a range of days, beside another (N1, N2). */
@Service
class Figures {
  private final DayNumbers numbers;
  private final Offers offers;
  private final Forms forms;
  private final Business business;

  Figures(DayNumbers numbers, Offers offers, Forms forms, Business business) {
    this.numbers = numbers;
    this.offers = offers;
    this.forms = forms;
    this.business = business;
  }

  /**
   * A rate on the track, and how it was before.
   *
   * @param points how many more of a hundred than before; empty where nobody stood there then
   */
  record Stretch(Numbers.Share share, Optional<Long> points) {
    static Stretch of(long successes, long of, long before, long ofBefore) {
      Numbers.Share now = Numbers.Share.of(successes, of);
      Numbers.Share then = Numbers.Share.of(before, ofBefore);
      return new Stretch(
          now,
          of == 0 || ofBefore == 0
              ? Optional.empty()
              : Optional.of(Math.round(100 * (now.share() - then.share()))));
    }
  }

  /**
   * An offer.
   *
   * @param track views, then people: those who first signed up for it on one of these days, and how
   *     far they have come by now
   * @param stretches signed up of those who saw it, confirmed, handed over, used, followed up: each
   *     of the stop before it, the last of those it was handed over to
   * @param signedUp a question that finds those who signed up
   * @param used one that finds those of them who used it
   */
  record OfferFigures(
      long id,
      String name,
      OfferKind kind,
      OfferState state,
      Numbers.Track track,
      Numbers.Track before,
      List<Stretch> stretches,
      Criterion.Group signedUp,
      Criterion.Group used) {}

  /**
   * A form.
   *
   * @param asks how many things it asks for; boxes to tick and what is sent along are none
   * @param waits seconds until it comes over the page by itself; empty for one that does not
   * @param signUps people who first signed up for its offer by it, of its views
   */
  record FormFigures(
      long id,
      long offerId,
      String offer,
      String name,
      Shape shape,
      boolean on,
      int asks,
      @JsonIgnore OptionalInt waits,
      Numbers.Track track,
      Numbers.Track before,
      Stretch signUps) {}

  /** How many signed up on a day, and on the day that it is compared with. */
  record DayFigures(LocalDate day, long signUps, long before) {}

  /**
   * What was counted, by form.
   *
   * @param now of a range
   * @param before of the one it is compared with
   */
  record Counted(DayRange days, Map<Long, Numbers.Track> now, Map<Long, Numbers.Track> before) {}

  /** Of a range, and of the one it is compared with. */
  Counted counted(DayRange days, DayRange before) {
    Beside<Map<Long, Numbers.Track>> both = Beside.of(days, before, numbers::forms);
    return new Counted(days, both.now(), both.before());
  }

  /** Of a range beside nothing. */
  Counted of(DayRange days) {
    return new Counted(days, numbers.forms(days), Map.of());
  }

  /** The counts of forms put together by their offer: what a form brought stays when it goes. */
  private static Map<Long, Numbers.Track> byOffer(
      Map<Long, Numbers.Track> byForm, Map<Long, Long> offersOfForms) {
    Map<Long, Numbers.Track> tracks = new HashMap<>();
    byForm.forEach(
        (form, track) ->
            Optional.ofNullable(offersOfForms.get(form))
                .ifPresent(offer -> tracks.merge(offer, track, Numbers.Track::plus)));
    return tracks;
  }

  /**
   * Of all offers, those with most sign-ups first; those with nothing in either range are left out.
   */
  List<OfferFigures> offers(Counted counted) {
    Map<Long, Long> offersOfForms = numbers.offersOfForms();
    Map<Long, Numbers.Track> now = byOffer(counted.now(), offersOfForms);
    Map<Long, Numbers.Track> then = byOffer(counted.before(), offersOfForms);
    return offers.known().stream()
        .filter(o -> now.containsKey(o.id()) || then.containsKey(o.id()) || isLive(o))
        .map(
            o ->
                of(
                    o,
                    counted.days(),
                    now.getOrDefault(o.id(), Numbers.Track.EMPTY),
                    then.getOrDefault(o.id(), Numbers.Track.EMPTY)))
        .sorted(Comparator.comparing(o -> -o.track().signedUp()))
        .toList();
  }

  private static boolean isLive(Offer offer) {
    return offer.state() == OfferState.LIVE;
  }

  private static OfferFigures of(Offer o, DayRange days, Numbers.Track now, Numbers.Track then) {
    return new OfferFigures(
        o.id(),
        o.settings().name(),
        o.kind(),
        o.state(),
        now,
        then,
        List.of(
            Stretch.of(now.signedUp(), now.seen(), then.signedUp(), then.seen()),
            Stretch.of(now.confirmed(), now.signedUp(), then.confirmed(), then.signedUp()),
            Stretch.of(now.handedOver(), now.confirmed(), then.handedOver(), then.confirmed()),
            Stretch.of(now.used(), now.handedOver(), then.used(), then.handedOver()),
            Stretch.of(now.followedUp(), now.handedOver(), then.followedUp(), then.handedOver())),
        Behind.signedUp(o.id(), days),
        Behind.cameTo(Mark.USED, o.id(), days).orElseThrow());
  }

  /** Of all forms that were seen or used in either range, those with most sign-ups first. */
  List<FormFigures> forms(Counted counted) {
    Map<Long, Numbers.Track> now = counted.now();
    Map<Long, Numbers.Track> then = counted.before();
    return forms.remembered().stream()
        .filter(f -> now.containsKey(f.id()) || then.containsKey(f.id()))
        .map(
            f ->
                of(
                    f,
                    now.getOrDefault(f.id(), Numbers.Track.EMPTY),
                    then.getOrDefault(f.id(), Numbers.Track.EMPTY)))
        .sorted(Comparator.comparing(f -> -f.track().signedUp()))
        .toList();
  }

  private FormFigures of(Form f, Numbers.Track now, Numbers.Track then) {
    return new FormFigures(
        f.id(),
        f.offerId(),
        offers.remembered(f.offerId()).settings().name(),
        f.settings().name(),
        f.shape(),
        f.on(),
        asks(f),
        waits(f),
        now,
        then,
        Stretch.of(now.signedUp(), now.seen(), then.signedUp(), then.seen()));
  }

  private static OptionalInt waits(Form form) {
    Trigger trigger = form.settings().display().trigger();
    if (!form.shape().interrupts()) {
      return OptionalInt.empty();
    }
    return switch (trigger.kind()) {
      case AT_ONCE -> OptionalInt.of(0);
      case AFTER_SECONDS -> OptionalInt.of(trigger.amount());
      case AT_SCROLL, ON_LEAVING, WHEN_IDLE -> OptionalInt.of(WorthTrying.FormFact.FOR_ITS_VISITOR);
      case ON_CLICK -> OptionalInt.empty();
    };
  }

  /** What its visitors are asked for: neither boxes to tick nor what is sent along unasked. */
  private int asks(Form form) {
    List<FieldDefinition> own = business.now().settings().fields();
    return (int)
        form.settings().fields().stream()
            .flatMap(field -> FieldDefinition.of(field.key(), own).stream())
            .filter(field -> field.type() != FieldType.CONSENT && field.type() != FieldType.HIDDEN)
            .count();
  }

  /** Day by day. */
  List<DayFigures> signUps(DayRange days, DayRange before) {
    Map<LocalDate, Long> now = numbers.signUps(days);
    Map<LocalDate, Long> then = numbers.signUps(before);
    // The year before may have a day less.
    List<LocalDate> compared =
        Stream.concat(before.each(), Stream.iterate(before.to(), d -> d))
            .limit(days.days())
            .toList();
    List<LocalDate> shown = days.each().toList();
    return IntStream.range(0, shown.size())
        .mapToObj(
            i ->
                new DayFigures(
                    shown.get(i),
                    now.getOrDefault(shown.get(i), 0L),
                    then.getOrDefault(compared.get(i), 0L)))
        .toList();
  }

  /** A share as the rules judge it. */
  static Rate rate(long successes, long of) {
    return new Rate(Math.min(successes, of), of);
  }
}
