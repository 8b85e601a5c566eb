package jeton.server.privatepage;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import jeton.core.followup.SendTimes;
import jeton.core.incentive.PrivatePage;
import jeton.server.business.Business;
import jeton.server.offer.Offer;
import jeton.server.pass.Passes;
import jeton.server.people.People;
import org.springframework.stereotype.Component;

/** Who is in front of a page. */
@Component
class Readers {
  private final Passes passes;
  private final People people;
  private final Business business;
  private final Clock clock;

  Readers(Passes passes, People people, Business business, Clock clock) {
    this.passes = passes;
    this.people = people;
    this.business = business;
    this.clock = clock;
  }

  /**
   * The reader of a pass.
   *
   * @param personId empty for a made-up visitor, who was just given it
   */
  Reader of(Offer offer, Optional<Long> personId) {
    Instant now = clock.instant();
    ZoneId zone = business.now().settings().zoneId();
    if (personId.isEmpty()) {
      return new Reader(now, now, zone, zone);
    }
    long person = personId.get();
    PrivatePage page = PrivatePageFace.of(offer);
    ZoneId own = SendTimes.zone(zone, page.ownZone(), people.get(person).zone());
    Instant handedOver = passes.firstIssued(new Passes.Holder(person, offer.id())).orElse(now);
    return new Reader(handedOver, now, own, zone);
  }

  /** A made-up visitor who was given it so many days ago. */
  Reader sample(int daysAgo) {
    ZoneId zone = business.now().settings().zoneId();
    Instant now = clock.instant();
    return new Reader(now.atZone(zone).minusDays(daysAgo).toInstant(), now, zone, zone);
  }
}
