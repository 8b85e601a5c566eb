package jeton.demo;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jeton.core.offer.OfferKind;
import jeton.server.business.PublicUrl;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.ReceivedEmail;
import org.springframework.stereotype.Component;

/**
 * A made-up visitor for real: signs up on the hosted page, confirms, uses the pass and leaves over
 * HTTP, while the demo's clock is moved from one act to the next. Every email is a real one.
 */
@Component
class RealRehearsal {
  private static final Duration AFTER_THE_LAST_ACT = Duration.ofDays(60);
  private final DemoClock clock;
  private final TimeTravel travel;
  private final Offers offers;
  private final Forms forms;
  private final Street street;

  RealRehearsal(DemoClock clock, TimeTravel travel, Offers offers, Forms forms, Street street) {
    this.clock = clock;
    this.travel = travel;
    this.offers = offers;
    this.forms = forms;
    this.street = street;
  }

  /** Where it happens. */
  @Component
  record Street(PublicUrl publicUrl, Mailbox mailbox, SampleShop.Till till) {}

  /** What the visitor does; durations in minutes, as in a rehearsal. */
  record Wish(
      long offerId,
      String firstName,
      Optional<String> zone,
      Optional<Long> confirmsAfter,
      Optional<Long> usesAfter,
      Optional<Long> signsUpAgainAfter,
      Optional<Long> leavesAfter) {}

  /** What came of it: the emails in the stand-in's mailbox, oldest first, with their moments. */
  record Lived(String address, List<ReceivedEmail> emails) {}

  private record Act(Instant at, Runnable what) {}

  Lived live(Wish wish) {
    Visitor visitor = new Visitor(street.publicUrl().of(""), street.mailbox());
    Offer offer = offers.get(wish.offerId());
    String slug = offer.settings().slug();
    forms.hosted(wish.offerId());
    Instant start = clock.instant();
    String address = "rehearsal." + start.toEpochMilli() + "@mail.example";
    String zone = wish.zone().orElse("");
    List<Act> acts = new ArrayList<>();
    acts.add(new Act(start, () -> visitor.signUp(slug, address, wish.firstName(), zone)));
    after(start, wish.confirmsAfter())
        .ifPresent(at -> acts.add(new Act(at, () -> visitor.confirm(address))));
    after(start, wish.confirmsAfter())
        .flatMap(confirmed -> after(confirmed, wish.usesAfter()))
        .ifPresent(at -> acts.add(new Act(at, () -> use(visitor, offer, address, at))));
    after(start, wish.signsUpAgainAfter())
        .ifPresent(
            at ->
                acts.add(new Act(at, () -> visitor.signUp(slug, address, wish.firstName(), zone))));
    after(start, wish.leavesAfter())
        .ifPresent(at -> acts.add(new Act(at, () -> visitor.leave(address))));
    acts.sort(Comparator.comparing(Act::at));
    for (Act act : acts) {
      travel.moveTo(act.at());
      act.what().run();
    }
    travel.moveTo(clock.instant().plus(AFTER_THE_LAST_ACT));
    return new Lived(
        address,
        street.mailbox().to(address).stream()
            .sorted(Comparator.comparing(ReceivedEmail::id))
            .toList());
  }

  /** Takes the file, or buys with the code. */
  private void use(Visitor visitor, Offer offer, String address, Instant at) {
    if (offer.kind() == OfferKind.COUPON) {
      visitor.buy(street.till().key(), address, "rehearsal-" + at.toEpochMilli(), 5000);
    } else {
      visitor.takeFile(address);
    }
  }

  private static Optional<Instant> after(Instant from, Optional<Long> minutes) {
    return minutes.map(n -> from.plus(Duration.ofMinutes(n)));
  }
}
