package jeton.server.form;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.TimeMeter;
import java.time.Clock;
import java.time.Duration;
import org.springframework.stereotype.Component;

/**
 * How many sign-ups come from one network (/24 or /48) and for one address, kept by each instance
 * for itself. Requests from this machine are not counted: they are the owner's own programs, or a
 * proxy that does not say for whom it asks, and then the limits would hit everybody.
 */
@Component
class RateLimits {
  private static final long BLOCK_BURST = 30;
  private static final long BLOCK_PER_MINUTE = 10;
  private static final long ADDRESS_BURST = 30;
  private static final long ADDRESS_PER_HOUR = 30;
  private static final String LOOPBACK = "127.0.0.0/24";
  private static final String LOOPBACK_6 = "0:0:0:0:0:0:0:0/48";

  private final Cache<String, Bucket> blocks =
      Caffeine.newBuilder().maximumSize(100_000).expireAfterAccess(Duration.ofHours(1)).build();
  private final Cache<String, Bucket> addresses =
      Caffeine.newBuilder().maximumSize(100_000).expireAfterAccess(Duration.ofHours(2)).build();
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

  /** Takes one from the network's share. False when there is none left for now. */
  boolean mayFrom(String network) {
    return isHere(network) || block(network).tryConsume(1);
  }

  /** Takes one from the address's share. False when there is none left for now. */
  boolean mayFor(String address) {
    return addresses
        .get(address, a -> bucket(ADDRESS_BURST, ADDRESS_PER_HOUR, Duration.ofHours(1)))
        .tryConsume(1);
  }

  /** Whether a network has used half of its share: not too much yet, but more than people do. */
  boolean isBusy(String network) {
    return !isHere(network) && block(network).getAvailableTokens() < BLOCK_BURST / 2;
  }

  private Bucket block(String network) {
    return blocks.get(network, n -> bucket(BLOCK_BURST, BLOCK_PER_MINUTE, Duration.ofMinutes(1)));
  }

  private Bucket bucket(long burst, long tokens, Duration period) {
    return Bucket.builder()
        .withCustomTimePrecision(time)
        .addLimit(limit -> limit.capacity(burst).refillGreedy(tokens, period))
        .build();
  }

  /** Whether a request comes from this machine. */
  boolean isHere(String network) {
    return network.equals(LOOPBACK) || network.equals(LOOPBACK_6);
  }
}
