package jeton.core.display;

import java.util.List;
import jeton.core.problem.Problems;

/**
 * Where and when a form shows (rules D1 to D6).
 *
 * @param priority the higher goes first among forms that interrupt, −100 to 100
 */
public record DisplayRules(
    Pages pages,
    Audience audience,
    Frequency frequency,
    Season season,
    Trigger trigger,
    int priority) {
  /** Defaults that annoy nobody: on leaving, to those who have not signed up, with long rests. */
  public static final DisplayRules CALM =
      new DisplayRules(
          Pages.ALL,
          Audience.NOT_YET_SIGNED_UP,
          Frequency.CALM,
          Season.ALWAYS,
          new Trigger(Trigger.Kind.ON_LEAVING, 0),
          0);

  /** Always there, as a form in the page is. */
  public static final DisplayRules IN_PAGE =
      new DisplayRules(
          Pages.ALL,
          Audience.NOT_YET_SIGNED_UP,
          Frequency.ALWAYS,
          Season.ALWAYS,
          new Trigger(Trigger.Kind.AT_ONCE, 0),
          0);

  private static final int MOST_PATTERNS = 50;
  private static final int MOST_PRIORITY = 100;

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    patterns(pages.onlyOn(), path + ".pages.onlyOn", problems);
    patterns(pages.notOn(), path + ".pages.notOn", problems);
    problems.when(
        audience.leastPages() > 50,
        path + ".audience.leastPages",
        "out_of_range",
        "Between 1 and 50 pages.");
    for (int i = 0; i < audience.cameFrom().size(); i++) {
      problems.line(
          audience.cameFrom().get(i), path + ".audience.cameFrom[" + i + "]", "This", 200);
    }
    checkFrequency(path + ".frequency", problems);
    checkSeason(path + ".season", problems);
    problems.when(
        !trigger.kind().takes(trigger.amount()),
        path + ".trigger.amount",
        "out_of_range",
        "Seconds up to 600, or 1 to 100 per cent of the page; idle time is at least 5 seconds.");
    problems.when(
        Math.abs(priority) > MOST_PRIORITY,
        path + ".priority",
        "out_of_range",
        "A priority is between -100 and 100.");
  }

  private void checkFrequency(String path, Problems problems) {
    frequency.daysAfterClose().ifPresent(n -> days(n, path + ".daysAfterClose", problems));
    frequency.daysAfterDecline().ifPresent(n -> days(n, path + ".daysAfterDecline", problems));
    frequency
        .atMost()
        .ifPresent(
            n ->
                problems.when(
                    n < 1 || n > 1000, path + ".atMost", "out_of_range", "1 to 1000 times."));
  }

  private static void days(int n, String path, Problems problems) {
    problems.when(n < 0 || n > 3650, path, "out_of_range", "0 to 3650 days.");
  }

  private void checkSeason(String path, Problems problems) {
    problems.when(
        season.from().isPresent()
            && season.to().isPresent()
            && season.to().get().isBefore(season.from().get()),
        path + ".to",
        "before_start",
        "The last day comes before the first.");
    problems.when(
        season.fromHour() < 0 || season.toHour() > 24 || season.fromHour() >= season.toHour(),
        path + ".toHour",
        "out_of_range",
        "The hours end before they begin.");
  }

  private static void patterns(List<PagePattern> patterns, String path, Problems problems) {
    problems.when(
        patterns.size() > MOST_PATTERNS, path, "too_many", "At most 50 addresses in a list.");
    for (int i = 0; i < patterns.size(); i++) {
      String text = patterns.get(i).text();
      String field = path + "[" + i + "].text";
      problems.line(text, field, "An address", PagePattern.MOST);
      problems.when(text.isBlank(), field, "empty", "Which page? Write its address, like /papers.");
    }
  }
}
