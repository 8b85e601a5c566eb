package jeton.core.incentive;

/**
 * Something that keeps what an offer gives from being given, or soon will (Readiness).
 *
 * @param code stable name of the trouble
 * @param message one sentence for the owner
 * @param control what to show to cure it, as a name the interface knows
 * @param grave whether it holds back going live
 */
public record Lack(String code, String message, String control, boolean grave) {
  /** One that holds back going live. */
  public static Lack grave(String code, String message, String control) {
    return new Lack(code, message, control, true);
  }

  /** One that is worth a look. */
  public static Lack worthALook(String code, String message, String control) {
    return new Lack(code, message, control, false);
  }
}
