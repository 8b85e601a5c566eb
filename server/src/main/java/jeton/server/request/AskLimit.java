package jeton.server.request;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import io.github.bucket4j.TimeMeter;
import java.time.Clock;
import java.time.Duration;

/**
 * How often something may be asked by one asker, such as a network (/24 or /48) or a program's key;
 * kept by each instance for itself.
 */
public final class AskLimit {
  private final long burst;
  private final long perMinute;
  private final Cache<String, Bucket> askers =
      Caffeine.newBuilder()
          .maximumSize(50_000)
          // Tidying is quick; handing it to another thread is what would cost.
          .executor(Runnable::run)
          .build();
  private final TimeMeter time;

  /**
   * A limit.
   *
   * @param burst how often at once
   * @param perMinute how often after that
   */
  public AskLimit(Clock clock, long burst, long perMinute) {
    this.burst = burst;
    this.perMinute = perMinute;
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

  /** Takes one. False when there is none left for now. */
  public boolean take(String asker) {
    return bucket(asker).tryConsume(1);
  }

  /** How long until there is one again. */
  public Duration wait(String asker) {
    return Duration.ofNanos(bucket(asker).estimateAbilityToConsume(1).getNanosToWaitForRefill());
  }

  /** Whether half is used: not too much yet, but more than people do. */
  public boolean isBusy(String asker) {
    return bucket(asker).getAvailableTokens() < burst / 2;
  }

  private Bucket bucket(String asker) {
    return askers.get(
        asker,
        n ->
            Bucket.builder()
                .withCustomTimePrecision(time)
                .addLimit(
                    limit -> limit.capacity(burst).refillGreedy(perMinute, Duration.ofMinutes(1)))
                .build());
  }
}
