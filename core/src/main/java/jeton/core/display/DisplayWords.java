package jeton.core.display;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** Says in a sentence what display rules mean. */
public final class DisplayWords {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.UK);

  private DisplayWords() {}

  /**
   * "On leaving any page but /checkout, at most once in 14 days, to people who have not signed up."
   */
  public static String of(Shape shape, DisplayRules rules) {
    if (shape == Shape.FULL_PAGE) {
      return "On its own page, for everybody who has the address.";
    }
    List<String> parts = new ArrayList<>();
    parts.add(moment(shape, rules.trigger()) + " " + pages(rules.pages()));
    if (shape != Shape.IN_PAGE) {
      frequency(rules.frequency(), parts);
    }
    audience(rules.audience(), parts);
    season(rules.season(), parts);
    return String.join(", ", parts) + ".";
  }

  /** The moment alone: "After 5 seconds". */
  public static String of(Trigger trigger) {
    return moment(Shape.POP_UP, trigger).replaceFirst(" (on|of)$", "");
  }

  private static String moment(Shape shape, Trigger trigger) {
    if (shape == Shape.IN_PAGE) {
      return "Where you put it on";
    }
    int n = trigger.amount();
    return switch (trigger.kind()) {
      case AT_ONCE -> "At once on";
      case AFTER_SECONDS -> "After " + count(n, "second") + " on";
      case AT_SCROLL -> "After scrolling " + n + " % of";
      case ON_LEAVING -> "On leaving";
      case ON_CLICK -> "When something is clicked on";
      case WHEN_IDLE -> "After " + count(n, "second") + " without a move on";
    };
  }

  private static String pages(Pages pages) {
    String where = pages.onlyOn().isEmpty() ? "any page" : "pages " + list(pages.onlyOn(), " or ");
    return pages.notOn().isEmpty() ? where : where + " but " + list(pages.notOn(), " and ");
  }

  private static String list(List<PagePattern> patterns, String and) {
    return patterns.stream().map(DisplayWords::pattern).collect(Collectors.joining(and));
  }

  private static String pattern(PagePattern pattern) {
    return switch (pattern.type()) {
      case EXACT, WILDCARD -> pattern.text();
      case STARTS -> pattern.text() + " and below";
      case CONTAINS -> "with “" + pattern.text() + "” in the address";
    };
  }

  private static void frequency(Frequency frequency, List<String> parts) {
    frequency
        .daysAfterClose()
        .filter(n -> n > 0)
        .ifPresent(n -> parts.add("at most once in " + count(n, "day") + " when closed"));
    frequency
        .daysAfterDecline()
        .filter(n -> n > 0)
        .ifPresent(n -> parts.add("not for " + count(n, "day") + " after a no"));
    frequency.atMost().ifPresent(n -> parts.add(count(n, "time") + " in all"));
  }

  private static void audience(Audience audience, List<String> parts) {
    String who =
        switch (audience.who()) {
          case EVERYBODY -> audience.notYetSignedUp() ? "people" : "everybody";
          case NEW -> "new visitors";
          case RETURNING -> "returning visitors";
        };
    String device =
        switch (audience.devices()) {
          case ANY -> "";
          case DESKTOP -> " on a desktop";
          case MOBILE -> " on a phone";
        };
    String notYet = audience.notYetSignedUp() ? " who have not signed up" : "";
    parts.add("to " + who + device + notYet);
    if (audience.leastPages() > 1) {
      parts.add("from their " + ordinal(audience.leastPages()) + " page on");
    }
    if (!audience.cameFrom().isEmpty()) {
      parts.add("if they came from " + String.join(" or ", audience.cameFrom()));
    }
  }

  private static void season(Season season, List<String> parts) {
    season.from().ifPresent(day -> parts.add("from " + day(day)));
    season.to().ifPresent(day -> parts.add("until " + day(day)));
    if (season.days().size() < DayOfWeek.values().length) {
      parts.add(
          "on "
              + season.days().stream()
                  .sorted(Comparator.naturalOrder())
                  .map(day -> day.getDisplayName(TextStyle.SHORT, Locale.UK))
                  .collect(Collectors.joining(", ")));
    }
    if (season.fromHour() > 0 || season.toHour() < 24) {
      parts.add("between " + season.fromHour() + ":00 and " + season.toHour() + ":00");
    }
  }

  private static String day(LocalDate day) {
    return DAY.format(day);
  }

  private static String ordinal(int n) {
    return switch (n) {
      case 2 -> "2nd";
      case 3 -> "3rd";
      default -> n + "th";
    };
  }

  private static String count(int n, String what) {
    return n + " " + what + (n == 1 ? "" : "s");
  }
}
