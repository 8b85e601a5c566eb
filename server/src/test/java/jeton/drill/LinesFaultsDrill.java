package jeton.drill;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.channels.SocketChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Ten thousand lines on which nothing is said, opened again as soon as they are closed. */
class LinesFaultsDrill {
  private static final int LINES = 10_000;
  private static final int SECONDS = 60;

  @TempDir Path folder;

  @Test
  void tenThousandIdleLines_holdUpNobodyForLong() throws Exception {
    try (ChildServer server = new ChildServer(folder.resolve("home"))) {
      server.start();
      String form = "/p/forms/" + server.makeOffer(server.owner()) + "/signups";
      Http visitor = server.visitor();
      InetSocketAddress door =
          new InetSocketAddress(
              InetAddress.getLoopbackAddress(),
              URI.create(server.said().replaceAll("(?s).*Jeton is ready at (\\S+).*", "$1"))
                  .getPort());
      System.out.println("drill faults: before: " + waits(visitor, form, 5));
      List<SocketChannel> lines = new ArrayList<>();
      for (int i = 0; i < LINES; i++) {
        lines.add(open(door));
        // A door takes some at a time; whom it misses comes again a second later.
        LockSupport.parkNanos(Duration.ofMillis(i % 50 == 0 ? 20 : 0).toNanos());
      }
      long until = System.nanoTime() + Duration.ofSeconds(SECONDS).toNanos();
      int again = 0;
      long most = 0;
      List<Duration> waits = new ArrayList<>();
      while (System.nanoTime() < until) {
        for (int i = 0; i < LINES; i++) {
          if (isClosed(lines.get(i))) {
            lines.get(i).close();
            lines.set(i, open(door));
            again++;
          }
        }
        waits.addAll(waits(server.visitor(), form, 1));
        most = Math.max(most, files(server));
      }
      waits.sort(null);
      System.out.printf(
          "drill faults: %d idle lines, opened again %d times in %d s; at most %d open at the server%n",
          LINES, again, SECONDS, most);
      System.out.printf(
          "drill faults: %d sign-ups on new lines meanwhile: half within %d ms, the slowest %d ms%n",
          waits.size(),
          waits.get(waits.size() / 2).toMillis(),
          waits.get(waits.size() - 1).toMillis());
      for (SocketChannel line : lines) {
        line.close();
      }
      System.out.println("drill faults: after: " + waits(server.visitor(), form, 5));
      assertThat(waits.get(waits.size() - 1)).isLessThan(Duration.ofSeconds(15));
    }
  }

  private static SocketChannel open(InetSocketAddress door) throws IOException {
    SocketChannel line = SocketChannel.open();
    line.configureBlocking(false);
    line.connect(door);
    return line;
  }

  private static long files(ChildServer server) throws IOException {
    try (Stream<Path> open = Files.list(Path.of("/proc/" + server.process().pid() + "/fd"))) {
      return open.count();
    }
  }

  private static boolean isClosed(SocketChannel line) {
    try {
      return line.finishConnect() && line.read(ByteBuffer.allocate(1)) < 0;
    } catch (IOException closed) {
      return true;
    }
  }

  /** How long a visitor waits until they are signed up. */
  private static List<Duration> waits(Http visitor, String form, int times) {
    List<Duration> waits = new ArrayList<>();
    for (int i = 0; i < times; i++) {
      long began = System.nanoTime();
      int status =
          visitor
              .form(
                  form,
                  Map.of(
                      "email", SampleOffer.newAddress(), "first_name", "Aoife", "consent", "yes"))
              .status();
      assertThat(status).isEqualTo(303);
      waits.add(Duration.ofNanos(System.nanoTime() - began));
    }
    return waits;
  }
}
