package jeton.core.followup;

/**
 * One step of a sequence, as far as its timing goes.
 *
 * @param id what a run remembers it by
 * @param rank its place; later is higher, and no two need be neighbours
 * @param ready whether its email is ready; a draft is passed over as if it were not there (T7)
 */
public record Step(long id, long rank, boolean ready, StepTiming timing) {}
