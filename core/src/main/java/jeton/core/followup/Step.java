package jeton.core.followup;

/**
 * One step of a sequence, as far as its timing goes.
 *
 * @param id what a run remembers it by
 * @param rank its place; later is higher, and no two need be neighbours
 * @param ready whether its email is ready; a draft is passed over as if it were not there (T7)
 * @param condition judged at the due moment (T8)
 */
public record Step(long id, long rank, boolean ready, StepTiming timing, Condition condition) {

  /** A step for everybody. */
  public Step(long id, long rank, boolean ready, StepTiming timing) {
    this(id, rank, ready, timing, Condition.ALWAYS);
  }

  /** The same step with its email ready. */
  public Step madeReady() {
    return new Step(id, rank, true, timing, condition);
  }
}
