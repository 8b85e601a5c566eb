package jeton.server.numbers;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.numbers.Cohort;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Mark;
import org.springframework.stereotype.Service;

/** What came of sign-ups, by the day and the week of the first one for each offer (N1). */
@Service
public class Marks {
  private final MarkStore store;
  private final DayNumberStore days;

  Marks(MarkStore store, DayNumberStore days) {
    this.store = store;
    this.days = days;
  }

  /** How many of those who signed up in a range have come to each by now, by offer. */
  public Map<Long, Map<Mark, Long>> of(DayRange range, Collection<Mark> marks) {
    return store.of(range, marks);
  }

  /**
   * Week by week, the oldest first; weeks in which nobody signed up are there too.
   *
   * @param weeks from a Monday to a Sunday
   * @param offer all together where it is empty: who signed up for two counts twice
   */
  public List<Cohort> cohorts(DayRange weeks, Optional<Long> offer, Mark mark) {
    Map<LocalDate, Long> people = days.weeks(weeks, offer);
    Map<LocalDate, Map<Integer, Long>> came = store.weeks(weeks, offer, mark);
    return Stream.iterate(
            weeks.from(), week -> !week.isAfter(weeks.to()), week -> week.plusWeeks(1))
        .map(
            week ->
                new Cohort(week, people.getOrDefault(week, 0L), came.getOrDefault(week, Map.of())))
        .toList();
  }
}
