package jeton.core.coupon;

import java.util.Locale;

/** Why a shop is told no (rules C4, C6, C7): the first that applies, in this order. */
public enum Refusal {
  UNKNOWN("We do not know this code."),
  MISTYPED("A slip of the pen: this code is not quite right. Type it again."),
  WITHDRAWN("This code was withdrawn."),
  NOT_YET_VALID("This code is not good yet."),
  EXPIRED("This code has ended."),
  USED_UP("This code was used already."),
  ORDER_TOO_SMALL("The order is too small for this code."),
  ANOTHER_CURRENCY("This code is for another currency."),
  /** The order's id came before, with another code or amount. */
  ORDER_DIFFERS("This order was paid with another code or amount."),
  /** The order was cancelled. */
  ORDER_RELEASED("This order was cancelled. Begin a new one.");

  private final String words;

  Refusal(String words) {
    this.words = words;
  }

  /** The stable code: the constant in lower case. */
  public String code() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** A sentence for whoever stands at the till. */
  public String words() {
    return words;
  }
}
