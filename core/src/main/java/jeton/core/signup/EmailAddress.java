package jeton.core.signup;

import java.net.IDN;
import java.util.Arrays;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * An email address by rule S1.
 *
 * @param send as it goes to the mail server: local part as typed, domain lower-cased and
 *     IDNA-encoded
 * @param compareKey what tells two addresses apart: {@code send} in lower case
 */
public record EmailAddress(String send, String compareKey) {
  /**
   * Octets an address may have in the form that is sent (RFC 5321, 4.5.3.1.3 less the brackets).
   */
  public static final int MOST_OCTETS = 254;

  private static final int MOST_LOCAL_OCTETS = 64;
  private static final Pattern DOT_ATOM =
      Pattern.compile("[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+(\\.[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+)*");
  private static final Pattern ASCII_DOMAIN = Pattern.compile("[A-Za-z0-9.-]+");
  private static final Pattern LABEL = Pattern.compile("[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?");

  /** Why a typed address is refused, in the order in which faults are looked for. */
  public enum Fault {
    CONTROL_CHARACTER("There is a line break or a hidden character in the address. Type it again."),
    EMPTY("Please enter your email address."),
    NO_AT("An email address has an @ in it, like ann@example.org."),
    QUOTED_OR_LITERAL("Quotes, brackets and comments cannot be used in the address."),
    LOCAL_TOO_LONG("The part before the @ is longer than 64 characters."),
    BAD_LOCAL("Something is wrong before the @. Look for a space or two dots in a row."),
    BAD_DOMAIN("Something is wrong after the @. It should look like example.org."),
    TOO_LONG("The address is longer than 254 characters.");

    private final String message;

    Fault(String message) {
      this.message = message;
    }

    /** The stable code: the constant in lower case. */
    public String code() {
      return name().toLowerCase(Locale.ROOT);
    }

    /** The sentence a visitor reads. */
    public String message() {
      return message;
    }
  }

  /** A typed address that cannot be used. */
  public static final class Refused extends Exception {
    private static final long serialVersionUID = 1L;
    private final Fault fault;

    Refused(Fault fault) {
      super(fault.message());
      this.fault = fault;
    }

    /** The first fault found. */
    public Fault fault() {
      return fault;
    }
  }

  /**
   * Reads what somebody typed.
   *
   * @throws Refused with the first fault of {@link Fault}'s order
   */
  public static EmailAddress parse(String typed) throws Refused {
    refuseWhen(
        typed.chars().anyMatch(c -> Character.getType(c) == Character.CONTROL),
        Fault.CONTROL_CHARACTER);
    String text = trimmed(typed);
    refuseWhen(text.isEmpty(), Fault.EMPTY);
    int at = text.lastIndexOf('@');
    refuseWhen(at < 0, Fault.NO_AT);
    String local = text.substring(0, at);
    String domain = text.substring(at + 1);
    boolean quoted = text.indexOf('"') >= 0 || text.indexOf('(') >= 0 || text.indexOf(')') >= 0;
    refuseWhen(quoted || domain.startsWith("["), Fault.QUOTED_OR_LITERAL);
    refuseWhen(octets(local) > MOST_LOCAL_OCTETS, Fault.LOCAL_TOO_LONG);
    refuseWhen(!DOT_ATOM.matcher(local).matches(), Fault.BAD_LOCAL);
    String send = local + "@" + encodedDomain(domain);
    refuseWhen(send.length() > MOST_OCTETS, Fault.TOO_LONG);
    return new EmailAddress(send, send.toLowerCase(Locale.ROOT));
  }

  private static String encodedDomain(String domain) throws Refused {
    if (ASCII_DOMAIN.matcher(domain).matches()) {
      // Nothing to encode, which is nearly always.
      return checked(domain.toLowerCase(Locale.ROOT));
    }
    String encoded;
    try {
      encoded = IDN.toASCII(domain, IDN.USE_STD3_ASCII_RULES).toLowerCase(Locale.ROOT);
    } catch (IllegalArgumentException | IndexOutOfBoundsException notEncodable) {
      throw new Refused(Fault.BAD_DOMAIN);
    }
    return checked(encoded);
  }

  private static String checked(String encoded) throws Refused {
    String[] labels = encoded.split("\\.", -1);
    refuseWhen(labels.length < 2, Fault.BAD_DOMAIN);
    refuseWhen(
        !Arrays.stream(labels).allMatch(label -> LABEL.matcher(label).matches()), Fault.BAD_DOMAIN);
    refuseWhen(labels[labels.length - 1].chars().allMatch(Character::isDigit), Fault.BAD_DOMAIN);
    return encoded;
  }

  /** Cuts all Unicode white space from both ends: String.strip() would leave the no-break space. */
  private static String trimmed(String text) {
    int from = 0;
    int to = text.length();
    while (from < to && isSpace(text.charAt(from))) {
      from++;
    }
    while (to > from && isSpace(text.charAt(to - 1))) {
      to--;
    }
    return text.substring(from, to);
  }

  private static boolean isSpace(char c) {
    return Character.isWhitespace(c) || Character.isSpaceChar(c);
  }

  private static int octets(String text) {
    return text.getBytes(java.nio.charset.StandardCharsets.UTF_8).length;
  }

  private static void refuseWhen(boolean wrong, Fault fault) throws Refused {
    if (wrong) {
      throw new Refused(fault);
    }
  }
}
