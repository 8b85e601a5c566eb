package jeton.core.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class RanksTest {
  private static final long A = Ranks.APART;

  @Test
  void firstSteps_areSpacedOut() {
    assertThat(Ranks.reorder(List.of(Ranks.NEW, Ranks.NEW))).containsExactly(A, 2 * A);
  }

  @Test
  void insertedStep_leavesItsNeighboursAlone() {
    assertThat(Ranks.reorder(List.of(A, Ranks.NEW, 2 * A))).containsExactly(A, A + A / 2, 2 * A);
  }

  @Test
  void movedStep_isTheOnlyOneThatChanges() {
    List<Long> ranks = Ranks.reorder(List.of(2 * A, 3 * A, A));
    assertThat(ranks.subList(0, 2)).containsExactly(2 * A, 3 * A);
    assertThat(ranks.get(2)).isGreaterThan(3 * A);
  }

  @Test
  void anyReordering_isAscending() {
    Random chance = new Random(3);
    List<Long> ranks = Ranks.reorder(Collections.nCopies(8, Ranks.NEW));
    for (int round = 0; round < 20; round++) {
      List<Long> wanted = new ArrayList<>(ranks);
      wanted.add(wanted.remove(chance.nextInt(wanted.size())));
      wanted.set(chance.nextInt(wanted.size()), Ranks.NEW);
      ranks = Ranks.reorder(wanted);
      assertThat(ranks).isSorted().doesNotHaveDuplicates();
    }
  }

  @Test
  void severalNewSteps_shareTheGap() {
    assertThat(Ranks.reorder(List.of(A, Ranks.NEW, Ranks.NEW, 2 * A)))
        .containsExactly(A, A + A / 3, A + 2 * (A / 3), 2 * A);
  }

  @Test
  void ofStepsThatChangedPlaces_theEarlierStays() {
    assertThat(Ranks.reorder(List.of(2 * A, A))).containsExactly(2 * A, 3 * A);
    assertThat(Ranks.reorder(List.of(3 * A, A, 4 * A)))
        .containsExactly(3 * A, 3 * A + A / 2, 4 * A);
  }
}
