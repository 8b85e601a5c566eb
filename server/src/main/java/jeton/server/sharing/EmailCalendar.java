package jeton.server.sharing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.mailing.SendWhen;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.mailing.Mailing;
import jeton.server.mailing.Mailings;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Transp;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.Url;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import org.springframework.stereotype.Component;

/**
 * Which emails to many will go out, as a calendar (RFC 5545); what comes again for three months.
 */
@Component
class EmailCalendar {
  private static final int MOST_MAILINGS = 200;
  private static final int MOST_OF_ONE = 100;
  private static final Duration AHEAD = Duration.ofDays(92);
  private static final Duration TAKES = Duration.ofMinutes(15);

  private final Mailings mailings;
  private final Business business;
  private final PublicUrl publicUrl;
  private final Clock clock;

  EmailCalendar(Mailings mailings, Business business, PublicUrl publicUrl, Clock clock) {
    this.mailings = mailings;
    this.business = business;
    this.publicUrl = publicUrl;
    this.clock = clock;
  }

  String write() {
    Calendar calendar =
        new Calendar()
            .withProperty(new ProdId("-//Jeton//Emails//EN"))
            .withProperty(ImmutableVersion.VERSION_2_0)
            .withProperty(ImmutableCalScale.GREGORIAN)
            .getFluentTarget();
    mailings.upcoming(MOST_MAILINGS).forEach(one -> events(one).forEach(calendar::add));
    return calendar.toString();
  }

  private List<VEvent> events(Mailing mailing) {
    List<VEvent> events = new ArrayList<>();
    SendWhen when = mailing.settings().when();
    ZoneId zone = business.now().settings().zoneId();
    Instant end = clock.instant().plus(AHEAD);
    Optional<Instant> next = mailing.nextAt();
    for (int n = 0; n < MOST_OF_ONE && next.filter(at -> at.isBefore(end)).isPresent(); n++) {
      events.add(event(mailing, mailing.issues() + n, next.get()));
      next =
          when.comesAgain()
              ? when.moment(mailing.issues() + n + 1, zone, next.get())
              : Optional.empty();
    }
    return events;
  }

  private VEvent event(Mailing mailing, int number, Instant at) {
    String subject = mailing.settings().content().subject();
    VEvent event = new VEvent(at, TAKES, subject.isBlank() ? "An email" : subject);
    event.add(new Uid("email-" + mailing.id() + "-" + number + "@jeton"));
    event.add(new Url(java.net.URI.create(publicUrl.of("/app/mailings/" + mailing.id()))));
    // It takes nobody's time.
    event.add(new Transp(Transp.VALUE_TRANSPARENT));
    return event;
  }
}
