package jeton.core.followup;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;
import java.util.regex.Pattern;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;

/**
 * What starts a sequence, beside a sign-up to an offer that names it as its follow-up.
 *
 * @param offerId whose pass, for the three kinds that look at one
 * @param tag for {@link Kind#TAG_GAINED}
 * @param days of 24 hours after the pass was issued ({@link Kind#PASS_NOT_USED}), or calendar days
 *     after the date in the field, before it when negative ({@link Kind#DATE_FIELD}), or local days
 *     before the code or pass ends ({@link Kind#ENDS_SOON}, C10)
 * @param field key of the business's own field, for {@link Kind#DATE_FIELD}
 * @param result key of what somebody came to, for {@link Kind#RESULT}, or what a program calls what
 *     happened, for {@link Kind#EVENT}
 */
public record Start(
    Kind kind, Optional<Long> offerId, String tag, int days, String field, String result) {
  /** Only sign-ups start it, or the owner by hand. */
  public static final Start BY_SIGN_UP = new Start(Kind.SIGN_UP, Optional.empty(), "", 0, "");

  private static final int MOST_DAYS = 3650;
  private static final Pattern EVENT_NAME = Pattern.compile("[A-Za-z0-9][A-Za-z0-9_.-]{0,59}");

  /** What happens. */
  public enum Kind {
    SIGN_UP,
    TAG_GAINED,
    PASS_USED,
    PASS_NOT_USED,
    DATE_FIELD,
    ENDS_SOON,
    RESULT,
    /** A program tells that something happened. */
    EVENT
  }

  public Start {
    kind = kind == null ? Kind.SIGN_UP : kind;
    offerId = offerId == null ? Optional.empty() : offerId;
    tag = tag == null ? "" : tag.strip();
    field = field == null ? "" : field;
    result = result == null ? "" : result;
  }

  /** One that looks at no result. */
  public Start(Kind kind, Optional<Long> offerId, String tag, int days, String field) {
    this(kind, offerId, tag, days, field, "");
  }

  /** Whether coming to this with this offer starts it (G3). */
  public boolean onResult(long offer, String came) {
    return onPass(Kind.RESULT, offer) && result.equals(came);
  }

  /** Whether a program can call something that happened so. */
  public static boolean isEventName(String name) {
    return EVENT_NAME.matcher(name).matches();
  }

  /** Whether what a program tells starts it. */
  public boolean onEvent(String name) {
    return kind == Kind.EVENT && result.equals(name);
  }

  /** Whether gaining this tag starts it. */
  public boolean onTag(String gained) {
    return kind == Kind.TAG_GAINED && TagName.key(tag).equals(TagName.key(gained));
  }

  /** Whether it looks at the passes of this offer in this way. */
  public boolean onPass(Kind way, long offer) {
    return kind == way && offerId.isPresent() && offerId.get() == offer;
  }

  /** When it is looked whether a pass issued now has been used. */
  public Instant looksAt(Instant issued) {
    return issued.plus(Duration.ofDays(days));
  }

  /**
   * The moment an end starts it: the first of the day so many days before, counted in this zone.
   *
   * @param end last moment of the code or pass
   */
  public Instant beforeEnd(Instant end, ZoneId zone) {
    return LocalDate.ofInstant(end, zone).minusDays(days).atStartOfDay(zone).toInstant();
  }

  /**
   * The moment a date starts it: the first of that day, counted in this zone.
   *
   * @param answer what the person gave, {@code 2026-12-24}; anything else starts nothing
   */
  public Optional<Instant> onDate(String answer, ZoneId zone) {
    try {
      return Optional.of(LocalDate.parse(answer).plusDays(days).atStartOfDay(zone).toInstant());
    } catch (DateTimeException notADate) {
      return Optional.empty();
    }
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    if (kind == Kind.TAG_GAINED) {
      TagName.check(tag, path + ".tag", problems);
    }
    boolean looksAtPass =
        kind == Kind.PASS_USED
            || kind == Kind.PASS_NOT_USED
            || kind == Kind.ENDS_SOON
            || kind == Kind.RESULT;
    problems.when(
        looksAtPass && offerId.isEmpty(), path + ".offerId", "empty", "The pass of which offer?");
    problems.when(
        kind == Kind.RESULT && result.isBlank(), path + ".result", "empty", "Which outcome?");
    problems.when(
        kind == Kind.EVENT && !isEventName(result),
        path + ".result",
        "event_name",
        "What does the program call it? Letters, digits, - _ and . will do, at most 60.");
    problems.when(
        kind == Kind.PASS_NOT_USED && (days < 1 || days > MOST_DAYS),
        path + ".days",
        "out_of_range",
        "It can be looked at after 1 to 3650 days.");
    problems.when(
        kind == Kind.ENDS_SOON && (days < 0 || days > MOST_DAYS),
        path + ".days",
        "out_of_range",
        "It starts 0 to 3650 days before the end.");
    problems.when(
        kind == Kind.DATE_FIELD && Math.abs(days) > MOST_DAYS,
        path + ".days",
        "out_of_range",
        "At most 3650 days before or after the date.");
    problems.when(
        kind == Kind.DATE_FIELD && field.isBlank(), path + ".field", "empty", "Which date field?");
  }
}
