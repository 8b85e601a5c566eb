package jeton.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Runs the measurements named, or all; ends with 1 when one misses its bar. */
public final class Bench {
  private Bench() {}

  /** One measurement. */
  interface Measurement {
    Result run(BenchServer server) throws Exception;
  }

  /**
   * What it came to.
   *
   * @param ratios of each round, against its floor in the same run; more is better
   * @param bar least median
   * @param more further figures to print
   */
  record Result(List<Double> ratios, double bar, Map<String, Object> more) {
    Result(double ratio, double bar, Map<String, Object> more) {
      this(List.of(ratio), bar, more);
    }

    double ratio() {
      return Rounds.median(ratios);
    }

    boolean holds() {
      return ratio() >= bar;
    }

    String line(String name) {
      StringBuilder line =
          new StringBuilder(
              "bench %s ratio=%.2f lowest=%.2f highest=%.2f rounds=%d bar=%.2f"
                  .formatted(
                      name,
                      ratio(),
                      Collections.min(ratios),
                      Collections.max(ratios),
                      ratios.size(),
                      bar));
      more.forEach((key, value) -> line.append(' ').append(key).append('=').append(value));
      return line.toString();
    }
  }

  public static void main(String[] args) throws Exception {
    Map<String, Measurement> all = new LinkedHashMap<>();
    // Before the others fill the outbox and the tables.
    all.put("dispatch", new DispatchBench());
    all.put("plan", new PlanBench());
    all.put("rehearsal", new RehearsalBench());
    all.put("signup", new SignUpBench());
    all.put("redeem", new RedeemBench());
    all.put("handout", new HandoutBench());
    all.put("balance", new BalanceBench());
    all.put("play", new PlayBench());
    all.put("spin", new SpinBench());
    all.put("stream", new StreamBench());
    all.put("page", new PageBench());
    all.put("due", new DueBench());
    all.put("retime", new RetimeBench());
    all.put("decide", new DecideBench());
    all.put("embed", new EmbedBench());
    all.put("many", new ManyBench());
    all.put("import", new ImportBench());
    // Last: a million people slow everything else down.
    all.put("size", new SizeBench());
    all.put("numbers", new NumbersBench());
    all.put("hooks", new HooksBench());
    all.put("hooked", new HookedBench());
    all.put("hookwait", new HookWaitBench());
    all.put("segment", new SegmentBench());
    all.put("turn", new TurnBench());
    List<String> wanted = args.length == 0 ? List.copyOf(all.keySet()) : List.of(args);
    for (String name : wanted) {
      if (!all.containsKey(name)) {
        System.err.println(
            "jeton: there is no measurement " + name + ". There are " + all.keySet());
        System.exit(2);
      }
    }
    Path home = Files.createTempDirectory("jeton-bench");
    boolean held = true;
    try (BenchServer server = BenchServer.start(home)) {
      System.out.println("machine " + machine());
      for (String name : wanted) {
        Result result = all.get(name).run(server);
        System.out.println(result.line(name));
        held &= result.holds();
      }
    } catch (Exception fault) {
      // The server's own threads would keep the process alive behind an uncaught one.
      fault.printStackTrace();
      held = false;
    } finally {
      remove(home);
    }
    System.exit(held ? 0 : 1);
  }

  private static String machine() {
    Runtime runtime = Runtime.getRuntime();
    return "cores=%d heap=%dMB java=%s"
        .formatted(
            runtime.availableProcessors(), runtime.maxMemory() >> 20, Runtime.version().feature());
  }

  static void remove(Path home) throws IOException {
    try (Stream<Path> all = Files.walk(home)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }
}
