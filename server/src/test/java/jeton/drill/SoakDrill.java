package jeton.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.function.ToDoubleFunction;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import jeton.core.followup.Wait;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.standins.hookreceiver.HookReceiver;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Long mixed load at half of what this machine carries: whole ways of visitors, two follow-up
 * emails each, a hook, an owner who looks at their screens. What must not grow does not: memory in
 * use after a collection, connections, threads, open files.
 */
class SoakDrill {
  private static final int MINUTES = Integer.getInteger("jeton.drill.minutes", 60);
  private static final int AT_ONCE = 24;
  private static final Duration BURST = Duration.ofSeconds(60);
  private static final Duration BETWEEN_SAMPLES = Duration.ofMinutes(1);
  private static final List<String> SCREENS =
      List.of(
          "/api/today",
          "/api/people",
          "/api/people?words=p1",
          "/api/offers",
          "/api/numbers",
          "/api/hooks",
          "/api/upkeep",
          "/api/business");

  @TempDir Path home;

  /**
   * What it holds at one moment.
   *
   * @param heapMb what is in use after a collection
   * @param files open ones, sockets too
   */
  private record Sample(double heapMb, double threads, double connections, double files) {}

  @Test
  void whatMustNotGrow_staysFlat() throws Exception {
    HookReceiver receiver = HookReceiver.start(0);
    try (receiver;
        ChildServer server = new ChildServer(home)) {
      // As packaging/jeton starts it; the hook's receiver is on this machine.
      server.withJava("-Xmx512m", "-XX:+UseSerialGC", "-XX:+ExitOnOutOfMemoryError");
      server.withEnvironment(Map.of("JETON_PRIVATE_NETWORKS", "true"));
      server.start();
      Http owner = server.owner();
      String form = server.makeOffer(owner);
      server.follow(
          owner,
          ChildServer.letter(0, Wait.Unit.MINUTES, "First"),
          ChildServer.letter(1, Wait.Unit.MINUTES, "Second"));
      hook(owner, receiver);
      Http visitor = server.visitor();
      Journeys journeys = new Journeys(visitor, server.mailbox, form);
      ExecutorService people = Executors.newCachedThreadPool();
      ScheduledExecutorService timer = Executors.newScheduledThreadPool(2);
      Journeys.look(timer, owner, SCREENS);

      double capacity = burst(journeys, people);
      System.out.printf(
          "drill soak: as fast as it goes %.1f whole ways a second, %d broke off%n",
          capacity, journeys.brokenOff());
      server.await(() -> journeys.underWay() == 0);
      long apart = (long) (TimeUnit.SECONDS.toNanos(1) / (capacity / 2));
      timer.scheduleAtFixedRate(() -> people.execute(journeys::go), 0, apart, TimeUnit.NANOSECONDS);

      List<Sample> samples = new ArrayList<>();
      for (int minute = 1; minute <= MINUTES; minute++) {
        Machine.pause(BETWEEN_SAMPLES);
        samples.add(sample(server, visitor));
        System.out.printf(
            "drill soak: minute %2d %s %d ways made, %d under way, %d broke off%n",
            minute,
            samples.get(minute - 1),
            journeys.made(),
            journeys.underWay(),
            journeys.brokenOff());
      }
      timer.shutdownNow();
      server.await(() -> journeys.underWay() == 0);
      people.shutdown();
      server.await(
          () -> server.number("SELECT COUNT(*) FROM outbox WHERE try_at IS NOT NULL") == 0);

      assertThat(journeys.brokenOff()).isZero();
      assertThat(grown(samples, Sample::heapMb)).as("memory").isLessThan(1.2);
      assertThat(grown(samples, Sample::threads)).as("threads").isLessThan(1.1);
      assertThat(grown(samples, Sample::connections)).as("connections").isLessThan(1.1);
      assertThat(grown(samples, Sample::files)).as("files").isLessThan(1.1);
    }
  }

  private static double burst(Journeys journeys, ExecutorService people) {
    long until = System.nanoTime() + BURST.toNanos();
    for (int i = 0; i < AT_ONCE; i++) {
      people.execute(
          () -> {
            while (System.nanoTime() < until) {
              journeys.go();
            }
          });
    }
    // The first half warms it up.
    Machine.pause(BURST.dividedBy(2));
    long before = journeys.made();
    Machine.pause(BURST.dividedBy(2));
    return (journeys.made() - before) / (BURST.toSeconds() / 2.0);
  }

  private static void hook(Http owner, HookReceiver receiver) {
    Map<String, Object> asked =
        Map.of(
            "name", "Spreadsheet",
            "url", receiver.address(),
            "kinds", List.of("SIGNED_UP", "CONFIRMED", "HANDED_OVER", "LEFT"),
            "offers", List.of());
    assertThat(owner.json("POST", "/api/hooks", asked).status()).isLessThan(300);
  }

  private static Sample sample(ChildServer server, Http visitor)
      throws IOException, InterruptedException {
    long process = server.process().pid();
    Path jcmd = Path.of(System.getProperty("java.home"), "bin", "jcmd");
    new ProcessBuilder(jcmd.toString(), String.valueOf(process), "GC.run")
        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
        .start()
        .waitFor();
    String measures = visitor.get("/actuator/prometheus").body();
    try (Stream<Path> open = Files.list(Path.of("/proc/" + process + "/fd"))) {
      return new Sample(
          sum(measures, "jvm_memory_used_bytes{area=\"heap\"") / 1_000_000,
          sum(measures, "jvm_threads_live_threads"),
          sum(measures, "jeton_database_connections{state=\"active\"")
              + sum(measures, "jeton_database_connections{state=\"idle\""),
          open.count());
    }
  }

  private static double sum(String measures, String of) {
    return Pattern.compile("(?m)^" + Pattern.quote(of) + ".* (\\S+)$")
        .matcher(measures)
        .results()
        .mapToDouble(line -> Double.parseDouble(line.group(1)))
        .sum();
  }

  /** The middle of the last quarter over the middle of the second: it is warm by then. */
  private static double grown(List<Sample> samples, ToDoubleFunction<Sample> of) {
    int quarter = samples.size() / 4;
    return middle(samples.subList(3 * quarter, samples.size()), of)
        / middle(samples.subList(quarter, 2 * quarter), of);
  }

  private static double middle(List<Sample> some, ToDoubleFunction<Sample> of) {
    return some.stream().mapToDouble(of).sorted().toArray()[some.size() / 2];
  }
}
