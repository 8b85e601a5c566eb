package jeton.core.outsidelist;

import java.time.Instant;
import java.util.Optional;
import jeton.core.people.PersonState;

/** What is done about one person at an outside list (H2, S5): nobody who left is put back by us. */
public final class HandingOn {
  private HandingOn() {}

  /** What is to be done. */
  public enum Step {
    /** They are written there. */
    HAND_ON,
    /** It is told there that they left. */
    TELL_LEFT,
    /** They left there what we had put them on: they have left here, too. */
    LEAVE_HERE,
    /** They left there, and not from what we put them on: they are let be. */
    LET_BE,
    /** There is nothing to tell. */
    NOTHING
  }

  /**
   * Where somebody stands here.
   *
   * @param handedOnAt when we last wrote them there
   * @param confirmedAt when they last confirmed by a link sent to them
   */
  public record Here(
      PersonState state, Optional<Instant> handedOnAt, Optional<Instant> confirmedAt) {
    private boolean confirmedAfter(Optional<Instant> then) {
      return then.isPresent() && confirmedAt.filter(at -> at.isAfter(then.get())).isPresent();
    }
  }

  /**
   * Where somebody stands there.
   *
   * @param left whether they left
   * @param leftAt when, if it is told
   */
  public record There(boolean left, Optional<Instant> leftAt) {
    /** Not there, on the list there, or not known. */
    public static final There NOT_LEFT = new There(false, Optional.empty());
  }

  /** What is to be done as far as we know here. */
  public static Step wanted(Here here, OutsideListSettings.Moment moment) {
    return switch (here.state()) {
      case ON_THE_LIST -> Step.HAND_ON;
      case WAITING_TO_CONFIRM ->
          moment == OutsideListSettings.Moment.SIGNED_UP ? Step.HAND_ON : Step.NOTHING;
      case LEFT, BLOCKED -> here.handedOnAt().isPresent() ? Step.TELL_LEFT : Step.NOTHING;
      case UNREACHABLE -> Step.NOTHING;
    };
  }

  /**
   * What is to be done about somebody to be handed on, once it was asked how they stand there. Who
   * left there comes back only by having confirmed here after that; where it is not told when they
   * left, not at all.
   */
  public static Step afterAsking(Here here, There there) {
    boolean isBack = here.state() == PersonState.ON_THE_LIST && here.confirmedAfter(there.leftAt());
    if (!there.left() || isBack) {
      return Step.HAND_ON;
    }
    // Where nobody says when they left, having confirmed since may mean that they are back here.
    boolean mayBeBack = there.leftAt().isEmpty() && here.confirmedAfter(here.handedOnAt());
    return here.handedOnAt().isEmpty() || mayBeBack ? Step.LET_BE : Step.LEAVE_HERE;
  }
}
