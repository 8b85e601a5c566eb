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
 * @param cure a safe one; empty when only the owner can cure it
 */
public record Finding(
    String code,
    Severity severity,
    String message,
    Stop stop,
    String control,
    Optional<Cure> cure) {

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

  /** The same with a safe cure. */
  Finding curedBy(Cure safe) {
    return new Finding(code, severity, message, stop, control, Optional.of(safe));
  }
}
