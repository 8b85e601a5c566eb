package jeton.server.sharing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.EnumSet;
import java.util.List;
import java.util.UUID;
import jeton.core.mailing.Recipients;
import jeton.core.mailing.SendWhen;
import jeton.core.people.ListSettings;
import jeton.harness.Http;
import jeton.harness.MailingSteps;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.mailing.Mailing;
import jeton.server.mailing.Mailings;
import jeton.server.programkey.ProgramKeys;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;

/** What calendars and spreadsheets read by an address with a key (H3). */
class SharedFeedsTest {
  private final TestServer server = TestServer.get();
  private final Http program = new Http(server.base);

  private String key(ProgramKeys.May may) {
    return server.key("A calendar", EnumSet.of(may));
  }

  @Test
  void emailsThatWillGoOut_areACalendar_anIndependentReaderReads() throws Exception {
    String subject = "Papers, " + UUID.randomUUID() + "; six of them";
    ZoneId zone = TestServer.quireAndThread().zoneId();
    LocalDateTime at =
        LocalDateTime.ofInstant(server.clock.instant(), zone).plusDays(3).withNano(0);
    Mailing mailing =
        new MailingSteps(server).draft(subject, Recipients.of(ListSettings.FIRST), SendWhen.at(at));
    server.bean(Mailings.class).schedule(mailing.id(), mailing.version());
    String path = "/feeds/" + key(ProgramKeys.May.READ_FEEDS) + "/emails.ics";
    Http.Answer answer = program.get(path);
    assertThat(answer.status()).isEqualTo(200);
    assertThat(answer.header("Content-Type")).startsWith("text/calendar");
    Calendar calendar = new CalendarBuilder().build(new StringReader(answer.body()));
    calendar.validate();
    List<VEvent> events =
        calendar.<VEvent>getComponents("VEVENT").stream()
            .filter(event -> event.getProperty("SUMMARY").orElseThrow().getValue().equals(subject))
            .toList();
    assertThat(events).hasSize(1);
    assertThat(Instant.from(events.get(0).getStartDate().orElseThrow().getDate()))
        .isEqualTo(at.atZone(zone).toInstant());
    assertThat(program.get(path).body())
        .as("asked again, it is the same event")
        .contains(events.get(0).getUid().orElseThrow().getValue());
  }

  @Test
  void people_areATable_andAnotherKeyOpensNeither() {
    String email = SampleOffer.newAddress();
    new SampleOffer().signUp(email);
    String reads = key(ProgramKeys.May.READ_FEEDS);
    assertThat(program.get("/feeds/" + reads + "/people.csv").body()).contains(email);
    String other = key(ProgramKeys.May.CHECK_COUPONS);
    assertThat(program.get("/feeds/" + other + "/people.csv").status()).isEqualTo(404);
    assertThat(program.get("/feeds/guessed/emails.ics").status()).isEqualTo(404);
    assertThat(program.get("/api/programs/people", "Authorization", "Bearer " + reads).status())
        .as("it stands in addresses: it reads feeds alone")
        .isEqualTo(401);
    for (int i = 0; i < 20; i++) {
      program.get("/feeds/guessed" + i + "/emails.ics");
    }
    assertThat(program.get("/feeds/guessed/emails.ics").status()).isEqualTo(429);
    server.clock.forward(Duration.ofMinutes(1));
    assertThat(program.get("/feeds/" + reads + "/emails.ics").status()).isEqualTo(200);
  }
}
