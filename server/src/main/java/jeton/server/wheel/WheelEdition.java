package jeton.server.wheel;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.numbers.Share;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.Wheel;

/** What stood on a wheel when somebody spun it. */
record WheelEdition(long id, long offerId, Standing standing) {

  /**
   * Slices, and which had run out.
   *
   * @param gone keys of slices that could not be drawn
   */
  record Standing(List<PrizeSlice> slices, List<String> gone) {

    /** How much of it is left does not matter here, only whether something is. */
    static Standing of(List<PrizeSlice> slices, Wheel wheel) {
      List<PrizeSlice> all = slices.stream().map(Standing::withoutPieces).toList();
      List<String> gone =
          java.util.stream.IntStream.range(0, all.size())
              .filter(i -> !wheel.slices().get(i).isLeft())
              .mapToObj(i -> all.get(i).id())
              .toList();
      return new Standing(all, gone);
    }

    private static PrizeSlice withoutPieces(PrizeSlice one) {
      return new PrizeSlice(
          one.id(),
          one.label(),
          one.weight(),
          Optional.empty(),
          one.prize(),
          one.cost(),
          one.colour(),
          one.pattern(),
          one.tags());
    }

    /** The chance each slice had, by its key. */
    Map<String, Share> chances() {
      Wheel wheel =
          new Wheel(
              slices.stream()
                  .map(slice -> gone.contains(slice.id()) ? slice.emptied() : slice.standing(0))
                  .toList());
      List<Share> chances = wheel.chances();
      return java.util.stream.IntStream.range(0, slices.size())
          .boxed()
          .collect(Collectors.toMap(i -> slices.get(i).id(), chances::get));
    }
  }

  /** The slice somebody drew. */
  PrizeSlice slice(String id) {
    return standing.slices().stream()
        .filter(slice -> slice.id().equals(id))
        .findFirst()
        .orElseThrow();
  }
}
