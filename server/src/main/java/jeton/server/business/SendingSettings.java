package jeton.server.business;

import java.time.Duration;
import jeton.core.problem.Problems;

/**
 * How emails are sent, as the owner sets it.
 *
 * @param connections open at a time per instance, 1 to 16
 * @param perSecond most emails a second per instance; 0 for no limit
 * @param perDomainPerMinute most emails a minute to one recipient domain per instance; 0 for none
 * @param spacingHours least hours between two sequence emails to one person (T13); 0 for off
 * @param followLinks whether links lead over us, so that clicks are counted
 * @param countOpens whether emails carry a picture that counts opens
 * @param tagLinks whether links to other sites, in emails and behind forms, carry campaign tags
 */
public record SendingSettings(
    int connections,
    int perSecond,
    int perDomainPerMinute,
    int spacingHours,
    boolean followLinks,
    boolean countOpens,
    boolean tagLinks) {
  /** Two connections, no limits, no spacing, readings counted. */
  public static final SendingSettings USUAL = new SendingSettings(2, 0, 0, 0, true, true);

  /** Links carry no campaign tags. */
  public SendingSettings(
      int connections,
      int perSecond,
      int perDomainPerMinute,
      int spacingHours,
      boolean followLinks,
      boolean countOpens) {
    this(connections, perSecond, perDomainPerMinute, spacingHours, followLinks, countOpens, false);
  }

  /** Least time between two sequence emails to one person (T13). */
  public Duration spacing() {
    return Duration.ofHours(spacingHours);
  }

  void check(String path, Problems problems) {
    range(connections, 1, 16, path + ".connections", "1 to 16 connections.", problems);
    range(perSecond, 0, 10_000, path + ".perSecond", "0 to 10,000 emails a second.", problems);
    range(
        perDomainPerMinute,
        0,
        100_000,
        path + ".perDomainPerMinute",
        "0 to 100,000 emails a minute.",
        problems);
    range(spacingHours, 0, 720, path + ".spacingHours", "0 to 720 hours.", problems);
  }

  private static void range(
      int n, int least, int most, String field, String message, Problems problems) {
    problems.when(n < least || n > most, field, "out_of_range", message);
  }
}
