package jeton.core.readiness;

import java.util.Optional;
import jeton.core.incentive.Lack;

/**
 * Something that would go wrong with an offer as it stands.
 *
 * @param code stable name of the trouble
 * @param message one sentence for the owner
 * @param stop where on the track it belongs
 * @param control what to show to cure it, as a name the interface knows
 * @param fix a safe cure; empty when only the owner can cure it
 */
public record Finding(
    String code, Severity severity, String message, Stop stop, String control, Optional<Fix> fix) {

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

  /** A lack of what is given. */
  static Finding of(Lack lack) {
    return lack.grave()
        ? grave(lack.code(), lack.message(), Stop.GIVE, lack.control())
        : worthALook(lack.code(), lack.message(), Stop.GIVE, lack.control());
  }

  static Finding grave(String code, String message, Stop stop, String control) {
    return new Finding(code, Severity.GRAVE, message, stop, control, Optional.empty());
  }

  static Finding worthALook(String code, String message, Stop stop, String control) {
    return new Finding(code, Severity.WORTH_A_LOOK, message, stop, control, Optional.empty());
  }

  /**
   * A safe cure.
   *
   * @param words what it does, as a button says it
   * @param value what it is done with, such as a tag's name; may be empty
   */
  public record Fix(String words, String value) {}

  /** The same with a safe cure. */
  Finding curedBy(String words) {
    return curedBy(words, "");
  }

  /** The same with a safe cure that needs to know a name. */
  Finding curedBy(String words, String value) {
    return new Finding(code, severity, message, stop, control, Optional.of(new Fix(words, value)));
  }
}
