package jeton.drill;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import jeton.server.JetonServer;
import jeton.server.database.Start;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Import;

/** The server on a machine whose clock is wrong by what a file says. */
@Configuration
@Import(JetonServer.class)
public class OffClockServer {
  /** In its environment: the file that says by how much, as ISO 8601 has durations. */
  static final String OFFSET = "JETON_DRILL_CLOCK";

  public static void main(String[] args) {
    Start.orExplain(() -> Start.with(OffClockServer.class, args));
  }

  @Bean
  Clock clock() {
    return new OffClock(Path.of(System.getenv(OFFSET)));
  }

  private static final class OffClock extends Clock {
    private static final long READ_ANEW_AFTER = Duration.ofMillis(100).toNanos();
    private final Path offset;
    private Duration off = Duration.ZERO;
    private long read = System.nanoTime() - READ_ANEW_AFTER;

    OffClock(Path offset) {
      this.offset = offset;
    }

    @Override
    public synchronized Instant instant() {
      if (System.nanoTime() - read >= READ_ANEW_AFTER) {
        try {
          off = Duration.parse(Files.readString(offset).strip());
        } catch (IOException gone) {
          throw new UncheckedIOException(gone);
        }
        read = System.nanoTime();
      }
      return Instant.now().plus(off);
    }

    @Override
    public ZoneId getZone() {
      return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
      throw new UnsupportedOperationException();
    }
  }
}
