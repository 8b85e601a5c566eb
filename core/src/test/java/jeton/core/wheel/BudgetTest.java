package jeton.core.wheel;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;

class BudgetTest {
  private static Budget.Part part(int weight, boolean wins, long cost) {
    return new Budget.Part(BigDecimal.valueOf(weight), true, wins, cost);
  }

  private static final List<Budget.Part> WHEEL =
      List.of(
          part(15, true, 100),
          part(21, false, 0),
          part(22, true, 50),
          part(16, true, 50),
          part(21, false, 0),
          part(5, true, 160));

  private static double cost(List<Budget.Part> parts) {
    double all = parts.stream().mapToDouble(p -> p.weight().doubleValue()).sum();
    return parts.stream().mapToDouble(p -> p.weight().doubleValue() * p.cost()).sum() / all;
  }

  private static double winners(List<Budget.Part> parts) {
    double all = parts.stream().mapToDouble(p -> p.weight().doubleValue()).sum();
    return parts.stream().filter(Budget.Part::wins).mapToDouble(p -> p.weight().doubleValue()).sum()
        / all;
  }

  private static List<Budget.Part> after(List<Budget.Part> parts, List<Budget.Change> changes) {
    List<Budget.Part> after = new ArrayList<>(parts);
    changes.forEach(
        c -> {
          Budget.Part was = after.get(c.place());
          assertThat(c.from()).isEqualTo(was.weight());
          after.set(c.place(), new Budget.Part(c.to(), was.left(), was.wins(), was.cost()));
        });
    return after;
  }

  private static Budget budget(Integer cost, Double winners) {
    return new Budget(
        Optional.ofNullable(cost).map(BigDecimal::valueOf), Optional.ofNullable(winners));
  }

  @Test
  void whatIsKeptAlready_changesNothing() {
    assertThat(budget(43, 0.58).fit(WHEEL)).contains(List.of());
  }

  @Test
  void aCheaperWheel_changesOneWeightAsLittleAsItCan() {
    List<Budget.Change> changes = budget(40, null).fit(WHEEL).orElseThrow();
    assertThat(changes).hasSize(1);
    assertThat(cost(after(WHEEL, changes))).isLessThanOrEqualTo(40);
    // One less of that change would not do.
    Budget.Change change = changes.get(0);
    BigDecimal back =
        change.to().subtract(BigDecimal.valueOf(change.to().compareTo(change.from())));
    Budget.Change nearly = new Budget.Change(change.place(), change.from(), back);
    assertThat(cost(after(WHEEL, List.of(nearly)))).isGreaterThan(40);
  }

  @Test
  void aShareOfWinners_isMetWithinHalfAPercent() {
    List<Budget.Change> changes = budget(null, 0.4).fit(WHEEL).orElseThrow();
    assertThat(changes).hasSize(1);
    assertThat(winners(after(WHEEL, changes))).isBetween(0.395, 0.405);
  }

  @Test
  void bothAtOnce_takeTwoChangesAtMost() {
    List<Budget.Change> changes = budget(38, 0.58).fit(WHEEL).orElseThrow();
    assertThat(changes).hasSizeLessThanOrEqualTo(2);
    assertThat(cost(after(WHEEL, changes))).isLessThanOrEqualTo(38 + 1e-9);
    assertThat(winners(after(WHEEL, changes))).isBetween(0.575, 0.585);
  }

  @Test
  void whatTwoChangesCannotDo_moreCan() {
    List<Budget.Change> changes = budget(30, 0.58).fit(WHEEL).orElseThrow();
    assertThat(changes).hasSizeGreaterThan(2);
    assertThat(cost(after(WHEEL, changes))).isLessThanOrEqualTo(30 + 1e-9);
    assertThat(winners(after(WHEEL, changes))).isBetween(0.575, 0.585);
  }

  @Test
  void whatNoWeightsCanDo_isSaid() {
    List<Budget.Part> allWin = List.of(part(1, true, 100), part(1, true, 200));
    assertThat(budget(50, null).fit(allWin)).isEmpty();
    assertThat(budget(null, 0.5).fit(allWin)).isEmpty();
  }

  @Test
  void slicesThatHaveRunOut_areLeftAlone() {
    List<Budget.Part> parts = new ArrayList<>(WHEEL);
    parts.set(1, new Budget.Part(BigDecimal.valueOf(21), false, false, 0));
    List<Budget.Change> changes = budget(40, null).fit(parts).orElseThrow();
    assertThat(changes).noneMatch(change -> change.place() == 1);
  }

  @Test
  void whateverIsAsked_isKept_orThereIsNothingToTake() {
    Random random = new Random(11);
    for (int i = 0; i < 60; i++) {
      List<Budget.Part> parts = new ArrayList<>();
      for (int n = 2 + random.nextInt(7); n > 0; n--) {
        boolean wins = random.nextBoolean();
        parts.add(part(1 + random.nextInt(60), wins, wins ? random.nextInt(300) : 0));
      }
      int most = random.nextInt(150);
      budget(most, null)
          .fit(parts)
          .ifPresent(
              changes -> assertThat(cost(after(parts, changes))).isLessThanOrEqualTo(most + 1e-9));
    }
  }
}
