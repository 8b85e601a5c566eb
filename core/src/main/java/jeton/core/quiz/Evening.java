package jeton.core.quiz;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.numbers.Share;

/**
 * Suggests changes of points that bring all outcomes close together (Q4), for {@link
 * Scoring#MATCH}. One change that is enough alone is always found; where more are needed they are
 * looked for one after the other, and those that turn out not to be needed are left out.
 *
 * @param changes what to change, in the quiz's order
 * @param after how it is balanced then
 * @param reached whether that is close enough
 */
public record Evening(List<Change> changes, Balance after, boolean reached) {
  private static final int MOST_CHANGES = 12;
  private static final int MOST_POINTS = 10;

  /**
   * Another number of points.
   *
   * @param from points now
   * @param to points then
   */
  public record Change(String question, String answer, String outcome, int from, int to) {}

  /** A place that holds points. */
  private record Cell(String question, String answer, String outcome) {}

  /**
   * The fewest changes that are found.
   *
   * @param spread the most that the largest share may be above the smallest, from 0 to 1
   * @param most balances that may be worked out on the way
   */
  public static Evening of(Scheme scheme, double spread, int most) {
    Search search = new Search(scheme, most);
    while (search.spread() > spread && search.step()) {
      // Each step takes the change that helps most.
    }
    search.leaveOutWhatIsNotNeeded(Math.max(spread, search.spread()));
    return new Evening(search.changes(), search.balance, search.spread() <= spread);
  }

  /** How far the largest share is above the smallest. */
  static double spread(Balance balance) {
    double[] shares = balance.shares().values().stream().mapToDouble(Share::value).toArray();
    double least = 1;
    double greatest = 0;
    for (double share : shares) {
      least = Math.min(least, share);
      greatest = Math.max(greatest, share);
    }
    return shares.length == 0 ? 0 : greatest - least;
  }

  /** Where the search stands. */
  private static final class Search {
    private final Scheme before;
    private final Map<Cell, Integer> changed = new LinkedHashMap<>();
    private Scheme scheme;
    private Balance balance;
    private int left;

    Search(Scheme scheme, int most) {
      this.before = scheme;
      this.scheme = scheme;
      this.balance = Balance.of(scheme);
      this.left = most;
    }

    double spread() {
      return Evening.spread(balance);
    }

    /** Takes the change that brings them closest; false when none does, or enough was tried. */
    boolean step() {
      if (changed.size() >= MOST_CHANGES) {
        return false;
      }
      double best = spread();
      Scheme bestScheme = null;
      Balance bestBalance = null;
      Cell bestCell = null;
      for (Cell cell : cells()) {
        for (int points = 0; points <= MOST_POINTS && left > 0; points++) {
          if (points != points(scheme, cell)) {
            Scheme other = with(scheme, cell, points);
            Balance then = Balance.of(other);
            left--;
            if (Evening.spread(then) < best) {
              best = Evening.spread(then);
              bestScheme = other;
              bestBalance = then;
              bestCell = cell;
            }
          }
        }
      }
      if (bestCell == null) {
        return false;
      }
      scheme = bestScheme;
      balance = bestBalance;
      changed.put(bestCell, points(scheme, bestCell));
      return true;
    }

    void leaveOutWhatIsNotNeeded(double spread) {
      for (Cell cell : List.copyOf(changed.keySet())) {
        Scheme without = with(scheme, cell, points(before, cell));
        Balance then = Balance.of(without);
        if (Evening.spread(then) <= spread) {
          scheme = without;
          balance = then;
          changed.remove(cell);
        }
      }
    }

    List<Change> changes() {
      return cells().stream()
          .filter(cell -> points(before, cell) != points(scheme, cell))
          .map(
              cell ->
                  new Change(
                      cell.question(),
                      cell.answer(),
                      cell.outcome(),
                      points(before, cell),
                      points(scheme, cell)))
          .toList();
    }

    private List<Cell> cells() {
      List<Cell> cells = new ArrayList<>();
      for (Question question : before.questions()) {
        for (Answer answer : question.answers()) {
          before.outcomes().forEach(o -> cells.add(new Cell(question.id(), answer.id(), o.id())));
        }
      }
      return cells;
    }

    private static int points(Scheme scheme, Cell cell) {
      return find(scheme, cell).map(answer -> answer.pointsTo(cell.outcome())).orElse(0);
    }

    private static Optional<Answer> find(Scheme scheme, Cell cell) {
      return scheme.questions().stream()
          .filter(question -> question.id().equals(cell.question()))
          .flatMap(question -> question.answers().stream())
          .filter(answer -> answer.id().equals(cell.answer()))
          .findFirst();
    }

    private static Scheme with(Scheme scheme, Cell cell, int points) {
      return scheme.withPoints(cell.question(), cell.answer(), cell.outcome(), points);
    }
  }
}
