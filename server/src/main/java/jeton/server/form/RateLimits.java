package jeton.server.form;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.TimeMeter;
import java.time.Clock;
import java.time.Duration;
import org.springframework.stereotype.Component;

/**
 * How many sign-ups come from one network (/24 or /48), kept by each instance for itself; how many
 * come for one address is counted where people are (signup). Requests from this machine are not
 * counted: they are the owner's own programs, or a proxy that does not say for whom it asks, and
 * then the limits would hit everybody.
 */
@Component
class RateLimits {
  private static final long BURST = 30;
  private static final long PER_MINUTE = 10;
  private static final String LOOPBACK = "127.0.0.0/24";
  private static final String LOOPBACK_6 = "0:0:0:0:0:0:0:0/48";

  private final Cache<String, Bucket> blocks =
      Caffeine.newBuilder()
          .maximumSize(50_000)
          // Tidying is quick; handing it to another thread is what would cost.
          .executor(Runnable::run)
          .build();
  private final TimeMeter time;

  RateLimits(Clock clock) {
    this.time =
        new TimeMeter() {
          @Override
          public long currentTimeNanos() {
            return clock.millis() * 1_000_000;
          }

          @Override
          public boolean isWallClockBased() {
            return true;
          }
        };
  }

  /** What one network has left. */
  interface Share {
    /** Takes one. False when there is none left for now. */
    boolean take();

    /** Whether half is used: not too much yet, but more than people do. */
    boolean isBusy();
  }

  private static final Share UNLIMITED =
      new Share() {
        @Override
        public boolean take() {
          return true;
        }

        @Override
        public boolean isBusy() {
          return false;
        }
      };

  /** The share of a network. */
  Share of(String network) {
    if (isHere(network)) {
      return UNLIMITED;
    }
    Bucket bucket = blocks.get(network, n -> bucket());
    return new Share() {
      @Override
      public boolean take() {
        return bucket.tryConsume(1);
      }

      @Override
      public boolean isBusy() {
        return bucket.getAvailableTokens() < BURST / 2;
      }
    };
  }

  /** Whether a request comes from this machine. */
  boolean isHere(String network) {
    return network.equals(LOOPBACK) || network.equals(LOOPBACK_6);
  }

  private Bucket bucket() {
    return Bucket.builder()
        .withCustomTimePrecision(time)
        .addLimit(limit -> limit.capacity(BURST).refillGreedy(PER_MINUTE, Duration.ofMinutes(1)))
        .build();
  }
}
