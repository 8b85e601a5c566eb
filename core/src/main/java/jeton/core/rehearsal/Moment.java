package jeton.core.rehearsal;

import java.time.Instant;
import java.util.Optional;
import jeton.core.followup.Moved;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Step;

/**
 * Something the visitor meets, or does not meet, at a moment.
 *
 * @param sequenceId for what belongs to a sequence
 * @param step for an email of a sequence, sent or skipped
 * @param delay for an email of a sequence that was moved (T4, T13)
 * @param end for {@link Kind#RUN_ENDS}
 */
public record Moment(
    Kind kind,
    Instant at,
    Optional<Long> sequenceId,
    Optional<Step> step,
    Optional<Delay> delay,
    Optional<RunEnd> end) {

  /** Why an email does not come when its wait ends, and when that is. */
  public record Delay(Moved moved, Instant from) {}

  /** What it is. */
  public enum Kind {
    /** The page or words that answer a sign-up. */
    ANSWER,
    CONFIRMATION_EMAIL,
    CONFIRMED_PAGE,
    /** The confirmation link was pressed too late (S7). */
    CONFIRMATION_RAN_OUT,
    DELIVERY_EMAIL,
    /** The pass is used for the first time. */
    PASS_USED,
    /** The pass had run out before it was used (P3). */
    PASS_RAN_OUT,
    RUN_STARTS,
    SEQUENCE_EMAIL,
    /** A condition did not hold (T8). */
    SKIPPED,
    RUN_ENDS,
    LEAVES
  }

  static Moment of(Kind kind, Instant at) {
    return new Moment(
        kind, at, Optional.empty(), Optional.empty(), Optional.empty(), Optional.empty());
  }

  static Moment of(Kind kind, Instant at, long sequenceId) {
    return new Moment(
        kind, at, Optional.of(sequenceId), Optional.empty(), Optional.empty(), Optional.empty());
  }

  static Moment of(Kind kind, Instant at, long sequenceId, Step step) {
    return new Moment(
        kind, at, Optional.of(sequenceId), Optional.of(step), Optional.empty(), Optional.empty());
  }

  Moment delayed(Optional<Delay> why) {
    return new Moment(kind, at, sequenceId, step, why, end);
  }

  static Moment ends(Instant at, long sequenceId, RunEnd reason) {
    return new Moment(
        Kind.RUN_ENDS,
        at,
        Optional.of(sequenceId),
        Optional.empty(),
        Optional.empty(),
        Optional.of(reason));
  }

  /** Whether it arrives in the visitor's mailbox. */
  public boolean isEmail() {
    return kind == Kind.CONFIRMATION_EMAIL
        || kind == Kind.DELIVERY_EMAIL
        || kind == Kind.SEQUENCE_EMAIL;
  }
}
