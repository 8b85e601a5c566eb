package jeton.core.people;

/** Where a person stands with the business's list (rules S). */
public enum PersonState {
  /** Signed up, has not confirmed yet. */
  WAITING_TO_CONFIRM,
  /** Confirmed, or signed up to an offer that asks for no confirmation. */
  ON_THE_LIST,
  /** Left by themselves; must confirm to come back. */
  LEFT,
  /** The mail server refused the address for good (hard bounce). */
  UNREACHABLE,
  /** Complained, or the owner stopped them. */
  BLOCKED
}
