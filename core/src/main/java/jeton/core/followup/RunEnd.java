package jeton.core.followup;

/** Why a run ended (rule T12). */
public enum RunEnd {
  STEPS_EXHAUSTED,
  PERSON_LEFT,
  PERSON_UNREACHABLE,
  PERSON_BLOCKED,
  GOAL_REACHED,
  REMOVED_BY_OWNER
}
