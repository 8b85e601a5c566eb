package jeton.core.coupon;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.problem.Problems;

/**
 * On what terms a code is taken (rule C3). Dates are local, both ends included.
 *
 * @param currency ISO 4217 code of amounts; empty where there is none
 * @param appliesTo what it is for, in words; empty for everything
 * @param leastOrder least eligible part of an order, in minor units; 0 for any
 * @param endsAfterDays ends this many calendar days after a code was handed out
 * @param usesPerCode empty for any number
 * @param usesInAll over all codes of the coupon; empty for any number
 */
public record Terms(
    Worth worth,
    String currency,
    String appliesTo,
    long leastOrder,
    Optional<LocalDate> startsOn,
    Optional<LocalDate> endsOn,
    Optional<Integer> endsAfterDays,
    Optional<Integer> usesPerCode,
    Optional<Integer> usesInAll) {
  private static final int MOST_DAYS = 3650;
  private static final long MOST_ORDER = 100_000_000_000L;
  private static final int MOST_USES = 1_000_000;
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("EEEE d MMMM", Locale.UK);
  private static final DateTimeFormatter DAY_OF_YEAR =
      DateTimeFormatter.ofPattern("EEEE d MMMM yyyy", Locale.UK);

  public Terms {
    currency = currency == null ? "" : currency;
    appliesTo = appliesTo == null ? "" : appliesTo;
    startsOn = startsOn == null ? Optional.empty() : startsOn;
    endsOn = endsOn == null ? Optional.empty() : endsOn;
    endsAfterDays = endsAfterDays == null ? Optional.empty() : endsAfterDays;
    usesPerCode = usesPerCode == null ? Optional.empty() : usesPerCode;
    usesInAll = usesInAll == null ? Optional.empty() : usesInAll;
  }

  /** Worth something, and no limit. */
  public static Terms plain(Worth worth, String currency) {
    return new Terms(
        worth,
        currency,
        "",
        0,
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /**
   * An order a code is shown for.
   *
   * @param eligible the part the coupon may apply to, in minor units
   */
  public record Order(long eligible, String currency, Instant at) {}

  /** Uses counted so far: of the code, and of all codes of the coupon. */
  public record Uses(long ofCode, long inAll) {
    /** None. */
    public static final Uses NONE = new Uses(0, 0);
  }

  /** The last day of a code handed out then; the earlier of both ends; empty for none. */
  public Optional<LocalDate> lastDay(Instant issued, ZoneId zone) {
    return Stream.of(
            endsOn, endsAfterDays.map(days -> LocalDate.ofInstant(issued, zone).plusDays(days)))
        .flatMap(Optional::stream)
        .min(LocalDate::compareTo);
  }

  /**
   * The last moment of a code handed out then: the millisecond before the next local day begins.
   */
  public Optional<Instant> end(Instant issued, ZoneId zone) {
    return lastDay(issued, zone)
        .map(day -> day.plusDays(1).atStartOfDay(zone).toInstant().minusMillis(1));
  }

  /** Why a code handed out then is not taken; the first reason that applies (C4). */
  public Optional<Refusal> refusal(Instant issued, ZoneId zone, Uses uses, Order order) {
    LocalDate today = LocalDate.ofInstant(order.at(), zone);
    if (startsOn.isPresent() && today.isBefore(startsOn.get())) {
      return Optional.of(Refusal.NOT_YET_VALID);
    }
    if (lastDay(issued, zone).filter(today::isAfter).isPresent()) {
      return Optional.of(Refusal.EXPIRED);
    }
    if (usesPerCode.filter(most -> uses.ofCode() >= most).isPresent()
        || usesInAll.filter(most -> uses.inAll() >= most).isPresent()) {
      return Optional.of(Refusal.USED_UP);
    }
    if (order.eligible() < leastOrder) {
      return Optional.of(Refusal.ORDER_TOO_SMALL);
    }
    boolean inMoney = worth.kind() == Worth.Kind.AMOUNT || leastOrder > 0;
    return inMoney && !currency.isEmpty() && !currency.equals(order.currency())
        ? Optional.of(Refusal.ANOTHER_CURRENCY)
        : Optional.empty();
  }

  /**
   * The terms of a code that many share: nobody uses it up for the others, nor can be told when
   * each got it. The bound over all codes is the coupon's own.
   */
  public Terms forMany() {
    return new Terms(
        worth,
        currency,
        appliesTo,
        leastOrder,
        startsOn,
        endsOn,
        Optional.empty(),
        Optional.empty(),
        Optional.empty());
  }

  /** The same with another bound over all codes: it is the coupon's, and may be changed. */
  public Terms withUsesInAll(Optional<Integer> other) {
    return new Terms(
        worth,
        currency,
        appliesTo,
        leastOrder,
        startsOn,
        endsOn,
        endsAfterDays,
        usesPerCode,
        other);
  }

  /** What it is worth, in words. */
  public String worthInWords() {
    return worth.inWords(currency, appliesTo);
  }

  /** A day in words; with its year when that is not the year it is read in. */
  public static String inWords(LocalDate day, LocalDate today) {
    return day.format(day.getYear() == today.getYear() ? DAY : DAY_OF_YEAR);
  }

  /** What to know of a code handed out then: last day, uses, least order. May be empty. */
  public String inWords(Instant issued, ZoneId zone) {
    LocalDate today = LocalDate.ofInstant(issued, zone);
    List<String> sentences = new ArrayList<>();
    startsOn
        .filter(day -> day.isAfter(today))
        .ifPresent(day -> sentences.add("Good from " + inWords(day, today) + "."));
    lastDay(issued, zone)
        .ifPresent(day -> sentences.add("Good until " + inWords(day, today) + "."));
    String uses =
        usesPerCode
            .map(n -> n == 1 ? "Once" : n == 2 ? "Twice" : "Up to " + n + " times")
            .orElse("");
    String order = leastOrder > 0 ? "on orders from " + Money.words(leastOrder, currency) : "";
    String last = uses + (uses.isEmpty() || order.isEmpty() ? "" : ", ") + order;
    if (!last.isEmpty()) {
      sentences.add(Character.toUpperCase(last.charAt(0)) + last.substring(1) + ".");
    }
    return String.join(" ", sentences);
  }

  /** Notes what keeps these from being saved. */
  public void check(String path, Problems problems) {
    worth.check(path + ".worth", problems);
    problems.line(appliesTo, path + ".appliesTo", "What it is for", 80);
    problems.when(
        !Money.isCurrency(currency),
        path + ".currency",
        "unknown_currency",
        "A currency has three letters, like EUR.");
    problems.when(
        leastOrder < 0 || leastOrder > MOST_ORDER,
        path + ".leastOrder",
        "out_of_range",
        "The least order cannot be less than nothing.");
    problems.when(
        startsOn.isPresent() && endsOn.isPresent() && endsOn.get().isBefore(startsOn.get()),
        path + ".endsOn",
        "ends_first",
        "It ends before it starts.");
    inRange(
        endsAfterDays,
        MOST_DAYS,
        path + ".endsAfterDays",
        "It ends after 1 to 3650 days.",
        problems);
    inRange(
        usesPerCode, MOST_USES, path + ".usesPerCode", "A code has 1 to 1,000,000 uses.", problems);
    inRange(usesInAll, MOST_USES, path + ".usesInAll", "In all, 1 to 1,000,000 uses.", problems);
  }

  private static void inRange(
      Optional<Integer> value, int most, String field, String message, Problems problems) {
    problems.when(value.filter(n -> n < 1 || n > most).isPresent(), field, "out_of_range", message);
  }
}
