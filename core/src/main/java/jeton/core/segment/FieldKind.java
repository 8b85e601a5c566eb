package jeton.core.segment;

import static jeton.core.segment.Comparison.AFTER;
import static jeton.core.segment.Comparison.BEFORE;
import static jeton.core.segment.Comparison.CONTAINS;
import static jeton.core.segment.Comparison.DOES_NOT_CONTAIN;
import static jeton.core.segment.Comparison.EMPTY;
import static jeton.core.segment.Comparison.IS;
import static jeton.core.segment.Comparison.IS_NOT;
import static jeton.core.segment.Comparison.LESS;
import static jeton.core.segment.Comparison.MORE;
import static jeton.core.segment.Comparison.NOT_EMPTY;
import static jeton.core.segment.Comparison.WITHIN_DAYS;

import java.util.Set;
import jeton.core.form.FieldType;

/** What a field's answers are compared as, and how they can be. */
public enum FieldKind {
  TEXT(Set.of(IS, IS_NOT, CONTAINS, DOES_NOT_CONTAIN, EMPTY, NOT_EMPTY)),
  /** Compared by value: 12.50 is 12.5. */
  NUMBER(Set.of(IS, IS_NOT, MORE, LESS, EMPTY, NOT_EMPTY)),
  /** A local date. */
  DATE(Set.of(IS, IS_NOT, BEFORE, AFTER, WITHIN_DAYS, EMPTY, NOT_EMPTY)),
  CHOICE(Set.of(IS, IS_NOT, EMPTY, NOT_EMPTY)),
  /** Several texts; compared one whole entry at a time. */
  SEVERAL(Set.of(CONTAINS, DOES_NOT_CONTAIN, EMPTY, NOT_EMPTY));

  private final Set<Comparison> comparisons;

  FieldKind(Set<Comparison> comparisons) {
    this.comparisons = comparisons;
  }

  /** What it can be asked. */
  public Set<Comparison> comparisons() {
    return comparisons;
  }

  /** The kind of a field of the business. */
  public static FieldKind of(FieldType type) {
    return switch (type) {
      case NUMBER -> NUMBER;
      case DATE -> DATE;
      case ONE_OF -> CHOICE;
      case SEVERAL_OF -> SEVERAL;
      case EMAIL, SHORT_TEXT, LONG_TEXT, PHONE, CONSENT, HIDDEN -> TEXT;
    };
  }
}
