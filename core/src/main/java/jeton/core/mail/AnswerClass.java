package jeton.core.mail;

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
  private static final int MAILBOX = 2;

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
    return refused(subject);
  }

  /** 5.1 is about the address, 5.2 about the mailbox; without a subject the address is meant. */
  private static AnswerClass refused(int subject) {
    return subject == -1 || subject == 0 || subject == 1 || subject == MAILBOX || subject == 4
        ? ADDRESS_REFUSED
        : EMAIL_REFUSED;
  }
}
