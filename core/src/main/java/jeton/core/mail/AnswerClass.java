package jeton.core.mail;

import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What kind of answer a mail server gave to an email (RFC 5321, 4.2; enhanced codes RFC 3463). Each
 * kind is tried again in its own rhythm, or not at all.
 */
public enum AnswerClass {
  /** Taken. */
  TAKEN(false),
  /** Nobody answered, or not to us. */
  AWAY(true),
  /** Not now: busy, or it wants to see whether we come back. */
  BUSY(true),
  /** The mailbox has no room; that takes its owner longer. */
  FULL(true),
  /** The address does not work, for good. */
  ADDRESS_REFUSED(false),
  /** This email or its sender is refused, whoever it is for: the address may be fine. */
  EMAIL_REFUSED(false);

  // Taken apart by class, subject and detail: 5.1.1 is an address that does not exist.
  private static final Pattern ENHANCED =
      Pattern.compile("\\b([245])\\.(\\d{1,3})\\.(\\d{1,3})\\b");
  private static final int ADDRESS = 1;
  private static final int MAILBOX = 2;
  // Unknown mailbox, unknown host, bad syntax, moved, takes no mail. 5.1.7 and 5.1.8 are the
  // sender's.
  private static final Set<Integer> DEAD_ADDRESS = Set.of(0, 1, 2, 3, 6, 10);
  // Words of a server that does not want us, whatever its code says.
  private static final Pattern OURS =
      Pattern.compile(
          "relay|authenticat|sign.?in|log.?in|policy|spam|block|black.?list|size|too (large|big)",
          Pattern.CASE_INSENSITIVE);

  private final boolean triedAgain;

  AnswerClass(boolean triedAgain) {
    this.triedAgain = triedAgain;
  }

  /** Whether the email is tried again. */
  public boolean triedAgain() {
    return triedAgain;
  }

  /**
   * Reads an answer.
   *
   * @param code three digits; anything below 200 stands for no answer
   * @param said the words behind it, with an enhanced code if there is one
   */
  public static AnswerClass of(int code, String said) {
    if (code < 200 || code == 421) {
      return AWAY;
    }
    if (code < 400) {
      return TAKEN;
    }
    Matcher enhanced = ENHANCED.matcher(said);
    int subject = enhanced.find() ? Integer.parseInt(enhanced.group(2)) : -1;
    int detail = subject < 0 ? -1 : Integer.parseInt(enhanced.group(3));
    boolean full = subject == MAILBOX && detail == 2;
    if (code < 500) {
      return full || code == 452 ? FULL : BUSY;
    }
    if (full) {
      return FULL;
    }
    return isAboutAddress(subject, detail, said) ? ADDRESS_REFUSED : EMAIL_REFUSED;
  }

  /**
   * Whether the address itself is to blame (RFC 3463, 3.2 and 3.3). Without an enhanced code nobody
   * can tell: one wrong setting of ours is answered with a bare 550 for every address.
   */
  private static boolean isAboutAddress(int subject, int detail, String said) {
    return switch (subject) {
      case ADDRESS -> DEAD_ADDRESS.contains(detail) && (detail == 1 || !OURS.matcher(said).find());
      case MAILBOX -> detail == 1;
      default -> false;
    };
  }
}
