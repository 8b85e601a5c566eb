package jeton.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import jeton.core.followup.Wait;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * The clock of a machine goes an hour ahead, and an hour back, while people come ({@link
 * OffClockServer}). The database's own clock is asked for nothing but by the doctor.
 */
class ClockFaultsDrill {
  private static final int APART_MS = 300;

  @TempDir Path folder;

  @Test
  void anHourAheadAndBack_nobodyIsTurnedAwayOrWrittenToTwice() throws Exception {
    Path offset = folder.resolve("offset");
    set(offset, "PT0S");
    try (ChildServer server = new ChildServer(folder.resolve("home"))) {
      server.withEnvironment(Map.of(OffClockServer.OFFSET, offset.toString()));
      server.beginWith(OffClockServer.class);
      server.start("--jeton.clock=test");
      Http owner = server.owner();
      String form = server.makeOffer(owner);
      server.follow(owner, ChildServer.letter(1, Wait.Unit.HOURS, "An hour later"));
      Journeys journeys = new Journeys(server.visitor(), server.mailbox, form);
      ExecutorService people = Executors.newCachedThreadPool();
      ScheduledExecutorService timer = Executors.newSingleThreadScheduledExecutor();
      timer.scheduleAtFixedRate(
          () -> people.execute(journeys::go), 0, APART_MS, TimeUnit.MILLISECONDS);
      Machine.pause(15);
      report("all is well", server, journeys);
      set(offset, "PT1H");
      Machine.pause(20);
      report("an hour ahead", server, journeys);
      set(offset, "PT0S");
      Machine.pause(20);
      report("right again", server, journeys);
      set(offset, "PT-1H");
      Machine.pause(20);
      report("an hour behind", server, journeys);
      set(offset, "PT0S");
      Machine.pause(20);
      report("right again", server, journeys);
      timer.shutdownNow();

      // An hour after what waits for later.
      set(offset, "PT2H5M");
      server.await(() -> journeys.underWay() == 0);
      report("two hours ahead", server, journeys);
      // And of those who waited until then.
      set(offset, "PT4H");
      server.await(
          () ->
              server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") == 0
                  && server.number("SELECT COUNT(*) FROM run WHERE ended_at IS NULL") == 0);
      report("when all is due", server, journeys);
      Map<Long, Long> emails =
          Load.emailsByAddress(server.mailbox, addresses(server.mailbox.all()));
      System.out.println("drill faults: emails each got, and how many people: " + emails);
      assertThat(journeys.brokenOff()).as("turned away, or left waiting").isZero();
      // Asked to confirm, handed over, followed up; who left did not get the last.
      assertThat(emails.keySet()).isSubsetOf(2L, 3L);
      assertThat(emails.get(3L)).isGreaterThan(journeys.made() * 8 / 10);
    }
  }

  private static List<String> addresses(List<ReceivedEmail> received) {
    return received.stream().map(ReceivedEmail::to).distinct().toList();
  }

  private static void set(Path offset, String to) throws IOException {
    Files.writeString(offset, to);
  }

  private static void report(String what, ChildServer server, Journeys journeys) {
    System.out.printf(
        "drill faults: clock: %-16s %4d went the whole way, %d on it, %d broke off, %d emails wait, %d of them for later%n",
        what,
        journeys.made(),
        journeys.underWay(),
        journeys.brokenOff(),
        server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL"),
        server.number(
            "SELECT COUNT(*) FROM outbox WHERE try_at > UTC_TIMESTAMP(3) + INTERVAL 1 MINUTE"));
  }
}
