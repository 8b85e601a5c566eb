package jeton.server.mail;

import java.time.Duration;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How the dispatchers work.
 *
 * @param workers connections used at a time, 0 to 16; 0 sends nothing by itself, -1 leaves it to
 *     Setup
 * @param batch emails claimed at a time; what a crash can repeat per worker
 * @param lease how long a claim holds; what a crash can delay
 * @param deadline how long one email may take, connecting included; shorter than the lease
 */
@ConfigurationProperties("jeton.mail")
public record MailSettings(
    @DefaultValue("-1") int workers,
    @DefaultValue("50") int batch,
    @DefaultValue("2m") Duration lease,
    @DefaultValue("45s") Duration deadline) {
  /** Most connections at a time. */
  static final int MOST_WORKERS = 16;

  public MailSettings {
    if (workers < -1
        || workers > MOST_WORKERS
        || batch < 1
        || batch > 500
        || lease.toSeconds() < 1
        || deadline.isNegative()
        || deadline.isZero()) {
      throw new IllegalArgumentException(
          "jeton.mail: workers -1 to 16, batch 1 to 500, lease of a second or more");
    }
    // A short lease, as tests have it, leaves half of it to one email.
    deadline = deadline.compareTo(lease) < 0 ? deadline : lease.dividedBy(2);
  }
}
