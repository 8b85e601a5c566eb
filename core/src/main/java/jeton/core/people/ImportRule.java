package jeton.core.people;

import java.util.Optional;

/** What a row of an import does to somebody (L4). */
public final class ImportRule {
  private ImportRule() {}

  /** What becomes of those who are known already. */
  public enum Known {
    /** What is empty is filled in. */
    FILL,
    /** What the file says counts. */
    OVERWRITE,
    /** They are left as they are. */
    SKIP
  }

  /** What a row does. */
  public enum Does {
    ADDS,
    /** Somebody known is filled in or overwritten, and put on the lists. */
    MEETS,
    SKIPS,
    REFUSED
  }

  /**
   * Nobody who left, was stopped, cannot be reached or was erased is ever put back.
   *
   * @param state of somebody known
   * @param erased whether this address was erased
   */
  public static Does of(Optional<PersonState> state, boolean erased, Known known) {
    if (erased) {
      return Does.REFUSED;
    }
    if (state.isEmpty()) {
      return Does.ADDS;
    }
    return switch (state.get()) {
      case LEFT, BLOCKED, UNREACHABLE -> Does.REFUSED;
      case ON_THE_LIST, WAITING_TO_CONFIRM -> known == Known.SKIP ? Does.SKIPS : Does.MEETS;
    };
  }

  /** Why such a row is refused, for the owner. */
  public static String reason(Optional<PersonState> state) {
    return switch (state.orElse(PersonState.LEFT)) {
      case BLOCKED -> "complained or was stopped: never written to again";
      case UNREACHABLE -> "the address does not work";
      default -> state.isPresent() ? "has left: only they can come back" : "was erased";
    };
  }
}
