package jeton.core.signup;

import jeton.core.people.PersonState;

/** What a sign-up does, from where the person stands (rules S2 to S5). */
public enum SignUpDecision {
  /** Ask for confirmation; the person waits (S2, S5). Rule S4 may still hold the email back. */
  ASK_TO_CONFIRM,
  /** Put on the list and hand over at once (S2 with confirmation off, S3). */
  HAND_OVER,
  /** Say the same as ever and send nothing (S5, blocked). */
  SEND_NOTHING;

  /**
   * Decides.
   *
   * @param isNew whether the address was never seen before; {@code state} is then not looked at
   * @param confirmationOn whether the offer asks for confirmation
   */
  public static SignUpDecision of(boolean isNew, PersonState state, boolean confirmationOn) {
    if (isNew) {
      return confirmationOn ? ASK_TO_CONFIRM : HAND_OVER;
    }
    return switch (state) {
      // Confirmation switched off since: this sign-up asks for none, so it puts them on the list.
      case WAITING_TO_CONFIRM -> confirmationOn ? ASK_TO_CONFIRM : HAND_OVER;
      case ON_THE_LIST -> HAND_OVER;
      // Whoever confirms is reachable again; to ask for another address would tell who is known
      // (S6).
      case LEFT, UNREACHABLE -> ASK_TO_CONFIRM;
      case BLOCKED -> SEND_NOTHING;
    };
  }
}
