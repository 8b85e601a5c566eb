package jeton.server.segment;

import java.util.BitSet;
import java.util.List;
import java.util.function.Function;
import jeton.core.segment.Criterion;

/**
 * A set of people by their numbers, or everybody but a set: the opposite of a set costs nothing.
 *
 * @param bits the numbers
 * @param isBut whether it is everybody but these
 */
record PeopleSet(BitSet bits, boolean isBut) {
  static final PeopleSet NOBODY = new PeopleSet(new BitSet(), false);
  static final PeopleSet EVERYBODY = new PeopleSet(new BitSet(), true);

  /**
   * The people a question holds for.
   *
   * @param leaf those a condition's plain comparison holds for
   */
  static PeopleSet of(Criterion criterion, Function<Criterion.Condition, PeopleSet> leaf) {
    if (criterion instanceof Criterion.Condition condition) {
      PeopleSet plain = leaf.apply(condition);
      return condition.op().isOpposite() ? plain.not() : plain;
    }
    Criterion.Group group = (Criterion.Group) criterion;
    List<PeopleSet> parts = group.parts().stream().map(part -> of(part, leaf)).toList();
    return switch (group.match()) {
      case ALL -> parts.stream().reduce(EVERYBODY, PeopleSet::and);
      case ANY -> parts.stream().reduce(NOBODY, PeopleSet::or);
      case NONE -> parts.stream().reduce(NOBODY, PeopleSet::or).not();
    };
  }

  PeopleSet not() {
    return new PeopleSet(bits, !isBut);
  }

  PeopleSet and(PeopleSet other) {
    if (isBut && other.isBut) {
      return new PeopleSet(changed(bits, b -> b.or(other.bits)), true);
    }
    if (isBut) {
      return other.and(this);
    }
    return new PeopleSet(
        changed(
            bits,
            b -> {
              if (other.isBut) {
                b.andNot(other.bits);
              } else {
                b.and(other.bits);
              }
            }),
        false);
  }

  PeopleSet or(PeopleSet other) {
    return not().and(other.not()).not();
  }

  /** How many they are, of so many in all. */
  long count(long everybody) {
    return isBut ? everybody - bits.cardinality() : bits.cardinality();
  }

  private static BitSet changed(BitSet of, java.util.function.Consumer<BitSet> change) {
    BitSet copy = (BitSet) of.clone();
    change.accept(copy);
    return copy;
  }
}
