package jeton.core.readiness;

/**
 * Something that would go wrong with an offer as it stands.
 *
 * @param code stable name of the trouble
 * @param message one sentence for the owner
 * @param stop where on the track it belongs
 * @param control what to show to cure it, as a name the interface knows
 */
public record Finding(String code, Severity severity, String message, Stop stop, String control) {

  /** How bad it is. */
  public enum Severity {
    /** Holds back going live. */
    GRAVE,
    WORTH_A_LOOK
  }

  /** The five stops of the track, and Setup, which is not on it. */
  public enum Stop {
    GIVE,
    ASK,
    CONFIRM,
    HAND_OVER,
    FOLLOW_UP,
    SETUP
  }
}
