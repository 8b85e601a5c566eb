package jeton.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * An earlier version and this one side by side on one database, under sign-ups and sends: while the
 * tables are brought up, and after. Then the earlier one is started once more.
 */
class UpgradeDrill {
  private static final String OURS = System.getProperty("java.class.path");
  private final String before = System.getProperty("jeton.drill.before");

  @TempDir Path home;

  @Test
  void nobodyIsTurnedAwayOrWrittenToTwice() throws Exception {
    try (ChildServer server = new ChildServer(home)) {
      server.runsFrom(before);
      server.start();
      String form = "/p/forms/" + server.makeOffer(server.owner(0)) + "/signups";
      Http old = server.visitor(0);
      List<String> people;
      try (Load first = new Load(2, form, () -> old)) {
        server.await(() -> first.acknowledged().size() > 50);
        long tables = server.number("SELECT MAX(CAST(version AS INT)) FROM flyway_schema_history");
        server.runsFrom(OURS);
        server.start();
        Http young = server.visitor(1);
        System.out.printf(
            "drill upgrade: tables %d -> %d while %d signed up by the version before, %d turned away%n",
            tables,
            server.number("SELECT MAX(CAST(version AS INT)) FROM flyway_schema_history"),
            first.acknowledged().size(),
            first.refused());
        int there = first.acknowledged().size();
        AtomicInteger turn = new AtomicInteger();
        try (Load both = new Load(2, form, () -> turn.incrementAndGet() % 2 == 0 ? old : young)) {
          server.await(() -> both.acknowledged().size() > 200);
          server.await(() -> first.acknowledged().size() > there + 50);
          both.close();
          first.close();
          people = new java.util.ArrayList<>(first.acknowledged());
          people.addAll(both.acknowledged());
          assertThat(first.refused() + both.refused()).as("nobody was turned away").isZero();
        }
      }
      awaitSent(server);
      assertThat(Load.emailsByAddress(server.mailbox, people))
          .as("everybody was written to once")
          .isEqualTo(Map.of(1L, (long) people.size()));
      System.out.printf(
          "drill upgrade: %d signed up by both, each written to once%n", people.size());

      // Back: the version before on the tables of this one, alone.
      server.killAll();
      server.runsFrom(before);
      server.start();
      Http again = server.visitor(2);
      try (Load back = new Load(2, form, () -> again)) {
        server.await(() -> back.acknowledged().size() > 50);
        back.close();
        assertThat(back.refused()).isZero();
        awaitSent(server);
        assertThat(Load.emailsByAddress(server.mailbox, back.acknowledged()))
            .isEqualTo(Map.of(1L, (long) back.acknowledged().size()));
      }
      System.out.println("drill upgrade: the version before comes up again on the new tables");
    }
  }

  private static void awaitSent(ChildServer server) {
    server.await(() -> server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") == 0);
  }
}
