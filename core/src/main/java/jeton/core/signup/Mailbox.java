package jeton.core.signup;

import java.net.IDN;
import java.util.Collection;
import java.util.Locale;

/**
 * Addresses that end up in one mailbox count as one, for limits only (rule S11). Identity, sending
 * and sign-ups never use this.
 */
public final class Mailbox {
  private Mailbox() {}

  /**
   * What addresses of one mailbox have in common.
   *
   * @param address as it is sent to
   * @param dotless domains in whose addresses dots before the @ count for nothing
   */
  public static String key(String address, Collection<String> dotless) {
    String lower = address.toLowerCase(Locale.ROOT);
    int at = lower.lastIndexOf('@');
    String local = lower.substring(0, at);
    String domain = lower.substring(at + 1);
    int plus = local.indexOf('+');
    String cut = plus > 0 ? local.substring(0, plus) : local;
    boolean dotsCount = dotless.stream().map(Mailbox::ascii).noneMatch(domain::equals);
    return (dotsCount ? cut : cut.replace(".", "")) + "@" + domain;
  }

  /** Addresses have their domain in this form (S1); owners write letters. */
  private static String ascii(String domain) {
    try {
      return IDN.toASCII(domain.strip()).toLowerCase(Locale.ROOT);
    } catch (IllegalArgumentException noDomain) {
      return domain;
    }
  }
}
