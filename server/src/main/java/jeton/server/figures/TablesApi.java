package jeton.server.figures;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jeton.core.numbers.Cohort;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Mark;
import jeton.server.business.Business;
import jeton.server.csv.CsvAnswer;
import jeton.server.numbers.Marks;
import jeton.server.numbers.Numbers;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Tables and weeks of sign-up over HTTP. Days are the business's. */
@RestController
@RequestMapping("/api/numbers")
class TablesApi {
  private static final int WEEKS = 13;
  private final Tables tables;
  private final Marks marks;
  private final Business business;
  private final Clock clock;

  TablesApi(Tables tables, Marks marks, Business business, Clock clock) {
    this.tables = tables;
    this.marks = marks;
    this.business = business;
    this.clock = clock;
  }

  private LocalDate today() {
    return LocalDate.ofInstant(clock.instant(), business.now().settings().zoneId());
  }

  @GetMapping("/tables/{kind}")
  Tables.NumberTable table(@PathVariable TableKind kind, @ParameterObject RangeAsked asked) {
    DayRange range = asked.range(today());
    return tables.of(kind, range, asked.before(range));
  }

  @GetMapping("/tables/{kind}.csv")
  void csv(
      @PathVariable TableKind kind, @ParameterObject RangeAsked asked, HttpServletResponse response)
      throws IOException {
    DayRange range = asked.range(today());
    List<String> columns = new ArrayList<>(List.of(kind.columns().get(0).toLowerCase(Locale.ROOT)));
    columns.addAll(List.of("from", "to"));
    kind.columns().stream().skip(1).map(c -> c.toLowerCase(Locale.ROOT)).forEach(columns::add);
    CsvAnswer.write(
        response,
        new CsvAnswer.Table(kind.name().toLowerCase(Locale.ROOT) + ".csv", columns),
        tables.of(kind, range, asked.before(range)).lines().stream()
            .map(
                line -> {
                  List<Object> row =
                      new ArrayList<>(List.of(line.name(), range.from(), range.to()));
                  line.cells().forEach(cell -> row.add(cell.count()));
                  return row;
                })
            .toList());
  }

  /**
   * Those who first signed up in one week.
   *
   * @param week its Monday
   * @param byWeek the share of them that had come to it by the end of their first week, their
   *     second, and so on, as far as all of them have had the time
   */
  record WeekLine(LocalDate week, long people, List<Numbers.Share> byWeek) {
    static WeekLine of(Cohort cohort, LocalDate today) {
      return new WeekLine(
          cohort.week(),
          cohort.people(),
          cohort.byWeek(WEEKS, today).stream()
              .map(rate -> Numbers.Share.of(rate.successes(), rate.of()))
              .toList());
    }
  }

  /** The last thirteen weeks, this one among them, the oldest first. */
  @GetMapping("/weeks")
  List<WeekLine> weeks(
      @RequestParam(defaultValue = "CONFIRMED") Mark mark, @RequestParam Optional<Long> offerId) {
    LocalDate monday = today().with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY));
    DayRange weeks = new DayRange(monday.minusWeeks(WEEKS - 1L), monday.plusDays(6));
    return marks.cohorts(weeks, offerId, mark).stream()
        .map(cohort -> WeekLine.of(cohort, today()))
        .toList();
  }
}
