package jeton.core.segment;

/** How something is compared (L3). The opposites hold exactly where the plain ones do not. */
public enum Comparison {
  IS,
  IS_NOT,
  HAS,
  HAS_NOT,
  CONTAINS,
  DOES_NOT_CONTAIN,
  EMPTY,
  NOT_EMPTY,
  /** Before a day. */
  BEFORE,
  /** After a day. */
  AFTER,
  /** On one of the n local days that end with today. */
  WITHIN_DAYS,
  MORE,
  LESS;

  /** Whether it is another one's opposite. */
  public boolean isOpposite() {
    return this == IS_NOT || this == HAS_NOT || this == DOES_NOT_CONTAIN || this == NOT_EMPTY;
  }

  /** What it is the opposite of, or itself. */
  public Comparison plain() {
    return switch (this) {
      case IS_NOT -> IS;
      case HAS_NOT -> HAS;
      case DOES_NOT_CONTAIN -> CONTAINS;
      case NOT_EMPTY -> EMPTY;
      default -> this;
    };
  }
}
