package jeton.core.segment;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.problem.Problems;

/**
 * A question about people, asked anew each time (L3): conditions, and groups of them nested up to
 * {@value #MOST_LEVELS} deep.
 */
public sealed interface Criterion {
  /** Most groups inside each other, the outermost counted. */
  int MOST_LEVELS = 4;

  /** Most conditions in all. */
  int MOST_CONDITIONS = 40;

  /** Everybody. */
  Group EVERYBODY = new Group(Match.ALL, List.of());

  /** How the parts of a group go together. */
  enum Match {
    /** Every part holds; without parts: holds. */
    ALL,
    /** At least one part holds; without parts: does not hold. */
    ANY,
    /** Not one part holds; without parts: holds. */
    NONE
  }

  /** Whether it holds for somebody. */
  boolean fits(PersonFacts person, Asking asking);

  /** Every condition in it, in reading order. */
  Stream<Condition> conditions();

  /** How many groups stand inside each other. */
  int levels();

  /** Notes what keeps its parts from being asked. */
  void checkParts(String path, FieldKinds fields, Problems problems);

  /** Conditions and groups taken together. */
  record Group(Match match, List<Criterion> parts) implements Criterion {
    public Group {
      match = match == null ? Match.ALL : match;
      parts = parts == null ? List.of() : List.copyOf(parts);
    }

    /** All of these. */
    public static Group all(Criterion... parts) {
      return new Group(Match.ALL, List.of(parts));
    }

    @Override
    public boolean fits(PersonFacts person, Asking asking) {
      return switch (match) {
        case ALL -> parts.stream().allMatch(part -> part.fits(person, asking));
        case ANY -> parts.stream().anyMatch(part -> part.fits(person, asking));
        case NONE -> parts.stream().noneMatch(part -> part.fits(person, asking));
      };
    }

    @Override
    public Stream<Condition> conditions() {
      return parts.stream().flatMap(Criterion::conditions);
    }

    @Override
    public int levels() {
      return 1 + parts.stream().mapToInt(Criterion::levels).max().orElse(0);
    }

    /**
     * Notes what keeps this from being asked: too deep, too many conditions, or one that does not
     * say what it is about.
     */
    public void check(String path, FieldKinds fields, Problems problems) {
      if (levels() > MOST_LEVELS) {
        problems.add(
            path,
            "too_deep",
            "Groups stand in each other up to four deep. Take one of them apart.");
      } else if (conditions().count() > MOST_CONDITIONS) {
        problems.add(
            path, "too_many", "At most 40 conditions. Take some out or make two segments.");
      } else {
        checkParts(path, fields, problems);
      }
    }

    @Override
    public void checkParts(String path, FieldKinds fields, Problems problems) {
      for (int i = 0; i < parts.size(); i++) {
        parts.get(i).checkParts(path + ".parts[" + i + "]", fields, problems);
      }
    }
  }

  /**
   * One thing that is or is not so.
   *
   * @param field key of the field, where it is about one; else empty
   * @param value what it is compared with, as text: a key, a number, a day (ISO 8601), a number of
   *     days; empty where any at all will do, or where nothing is compared
   * @param when a moment the same entry must lie at, for what happens at one
   */
  record Condition(
      Subject what, String field, Comparison op, Optional<String> value, Optional<When> when)
      implements Criterion {

    public Condition {
      field = field == null ? "" : field;
      value = value == null ? Optional.empty() : value;
      when = when == null ? Optional.empty() : when;
    }

    /** About something that is not a field. */
    public static Condition of(Subject what, Comparison op, String value) {
      return new Condition(what, "", op, Optional.ofNullable(value), Optional.empty());
    }

    /** Its value, where it must have one. */
    public String must() {
      return value.orElse("");
    }

    @Override
    public boolean fits(PersonFacts person, Asking asking) {
      return op.isOpposite() != what.holds(this, person, asking);
    }

    @Override
    public Stream<Condition> conditions() {
      return Stream.of(this);
    }

    @Override
    public int levels() {
      return 0;
    }

    @Override
    public void checkParts(String path, FieldKinds fields, Problems problems) {
      ConditionCheck.check(this, path, fields, problems);
    }
  }

  /**
   * A day to hold a moment against.
   *
   * @param op BEFORE, AFTER or WITHIN_DAYS
   * @param value a day, or how many days that end with today
   */
  record When(Comparison op, String value) {}
}
