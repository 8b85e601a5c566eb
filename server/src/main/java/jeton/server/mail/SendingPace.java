package jeton.server.mail;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import io.github.bucket4j.Bucket;
import java.time.Duration;
import java.util.Locale;
import jeton.server.business.Business;
import jeton.server.business.SendingSettings;
import org.springframework.stereotype.Component;

/**
 * Keeps to the limits set in Setup: so many emails a second, so many a minute to one recipient
 * domain. Counted per instance and in real time, whatever the clock says: mail servers do so too.
 */
@Component
class SendingPace {
  private static final Duration LONGEST_WAIT = Duration.ofSeconds(2);
  private static final long DOMAINS_KNOWN = 5_000;
  private final Business business;
  private volatile Limits limits = new Limits(SendingSettings.USUAL);

  SendingPace(Business business) {
    this.business = business;
  }

  /** Buckets for one set of limits; other limits start with full ones. */
  private static final class Limits {
    private final SendingSettings settings;
    private final Bucket all;
    private final Cache<String, Bucket> domains =
        Caffeine.newBuilder().maximumSize(DOMAINS_KNOWN).build();

    Limits(SendingSettings settings) {
      this.settings = settings;
      this.all =
          settings.perSecond() == 0 ? null : bucket(settings.perSecond(), Duration.ofSeconds(1));
    }

    private static Bucket bucket(int most, Duration in) {
      return Bucket.builder()
          .addLimit(limit -> limit.capacity(most).refillGreedy(most, in))
          .build();
    }

    private Bucket domain(String domain) {
      return domains.get(
          domain, name -> bucket(settings.perDomainPerMinute(), Duration.ofMinutes(1)));
    }
  }

  /** Whether an email may leave for this address now; one that may not is tried later. */
  boolean mayGo(String address) {
    Limits now = current();
    String domain = address.substring(address.lastIndexOf('@') + 1).toLowerCase(Locale.ROOT);
    return now.settings.perDomainPerMinute() == 0 || now.domain(domain).tryConsume(1);
  }

  /**
   * Waits for the next turn of all emails together.
   *
   * @return false when that would take too long: what is left of the batch is given back
   */
  boolean awaitTurn() throws InterruptedException {
    Limits now = current();
    return now.all == null || now.all.asBlocking().tryConsume(1, LONGEST_WAIT);
  }

  /** How long to leave an address alone that may not be sent to now. */
  Duration pause() {
    int most = current().settings.perDomainPerMinute();
    return most == 0 ? Duration.ofSeconds(1) : Duration.ofMinutes(1).dividedBy(most);
  }

  private Limits current() {
    SendingSettings wanted = business.now().settings().sending();
    Limits now = limits;
    if (now.settings.perSecond() != wanted.perSecond()
        || now.settings.perDomainPerMinute() != wanted.perDomainPerMinute()) {
      now = new Limits(wanted);
      limits = now;
    }
    return now;
  }
}
