package jeton.core.coupon;

import java.util.Locale;
import java.util.function.IntUnaryOperator;
import jeton.core.problem.Problems;

/**
 * What codes made by Jeton look like (rule C2): a prefix, then symbols of Crockford's base 32, the
 * last a check symbol (Luhn mod 32). The prefix stays outside the check symbol.
 *
 * @param prefix letters and digits before the symbols; may be empty
 * @param symbols how many, the check symbol included, 6 to 12
 */
public record CodeShape(String prefix, int symbols) {
  /** Eight symbols without a prefix. */
  public static final CodeShape USUAL = new CodeShape("", 8);

  private static final String ALPHABET = "0123456789ABCDEFGHJKMNPQRSTVWXYZ";
  private static final int BASE = ALPHABET.length();
  private static final int LEAST = 6;
  private static final int MOST = 12;
  private static final int MOST_PREFIX = 12;
  private static final int GROUP = 4;

  public CodeShape {
    prefix = prefix == null ? "" : prefix.strip().toUpperCase(Locale.ROOT);
  }

  /** What a typed text turns out to be. */
  public enum Status {
    /** A code of this shape. */
    OK,
    /** It looks like one, but its check symbol is wrong. */
    MISTYPED,
    /** It does not look like one. */
    MALFORMED
  }

  /**
   * A typed text, read.
   *
   * @param key what it is looked up by; empty unless it is a code
   */
  public record Reading(Status status, String key) {}

  /**
   * A new code's key.
   *
   * @param random gives a number from 0 to below its argument; a secure one for real codes
   */
  public String make(IntUnaryOperator random) {
    StringBuilder payload = new StringBuilder(symbols);
    for (int i = 1; i < symbols; i++) {
      payload.append(ALPHABET.charAt(random.applyAsInt(BASE)));
    }
    return key(prefix) + payload + checkSymbol(payload);
  }

  /** The check symbol of a payload in the alphabet. */
  static char checkSymbol(CharSequence payload) {
    return ALPHABET.charAt((BASE - sum(payload, 2) % BASE) % BASE);
  }

  /** Reads what somebody typed. */
  public Reading read(String typed) {
    String key = key(typed);
    String first = key(prefix);
    if (!key.startsWith(first) || key.length() != first.length() + symbols) {
      return new Reading(Status.MALFORMED, "");
    }
    String code = key.substring(first.length());
    if (!code.chars().allMatch(c -> ALPHABET.indexOf(c) >= 0)) {
      return new Reading(Status.MALFORMED, "");
    }
    return sum(code, 1) % BASE == 0
        ? new Reading(Status.OK, key)
        : new Reading(Status.MISTYPED, "");
  }

  /**
   * What a code is looked up by, whatever its shape: without white space and dashes, in upper case,
   * with O as 0 and I and L as 1.
   */
  public static String key(String typed) {
    StringBuilder key = new StringBuilder(typed.length());
    typed
        .codePoints()
        .filter(c -> !isPassedOver(c))
        .map(c -> c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c)
        .map(c -> c == 'O' ? '0' : c == 'I' || c == 'L' ? '1' : c)
        .forEach(key::appendCodePoint);
    return key.toString();
  }

  /** A code of this shape as it is shown, in groups: {@code QT-7K2M-9XQ9}. */
  public String shown(String key) {
    String code = key.substring(key(prefix).length());
    StringBuilder shown = new StringBuilder(prefix);
    for (int from = 0; from < code.length(); from += GROUP) {
      shown.append(shown.isEmpty() ? "" : "-");
      shown.append(code, from, Math.min(from + GROUP, code.length()));
    }
    return shown.toString();
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, Problems problems) {
    problems.when(
        symbols < LEAST || symbols > MOST,
        path + ".symbols",
        "out_of_range",
        "A code has 6 to 12 symbols.");
    problems.when(
        prefix.length() > MOST_PREFIX || !prefix.chars().allMatch(CodeShape::isPlain),
        path + ".prefix",
        "bad_prefix",
        "A prefix has up to 12 letters and digits, like QT.");
  }

  private static boolean isPlain(int c) {
    return c >= 'A' && c <= 'Z' || c >= '0' && c <= '9';
  }

  private static boolean isPassedOver(int c) {
    return Character.isWhitespace(c)
        || Character.isSpaceChar(c)
        || Character.getType(c) == Character.DASH_PUNCTUATION
        // The minus sign, which people and programs write for a hyphen.
        || c == '\u2212';
  }

  /** Luhn's sum from the right, the two digits of each product added up. */
  private static int sum(CharSequence code, int firstFactor) {
    int sum = 0;
    int factor = firstFactor;
    for (int i = code.length() - 1; i >= 0; i--) {
      int product = factor * ALPHABET.indexOf(code.charAt(i));
      sum += product / BASE + product % BASE;
      factor = 3 - factor;
    }
    return sum;
  }
}
