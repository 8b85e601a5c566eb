package jeton.standins.mailbox;

import java.util.Locale;

/** How the mailbox behaves: as mail servers do on a bad day, when told to. */
public final class Manners {
  private volatile Manner now = Manner.GOOD;

  /**
   * One way to behave.
   *
   * @param to part of the addresses it is meant for; empty for all
   * @param delayMs how long it takes over each email
   * @param answer what it says to the recipient instead of 250; 0 takes the email
   * @param drops whether it hangs up in the middle of an email
   * @param bounces whether it takes an email and then sends it back (RFC 3464)
   * @param complains whether its owner calls each email unwanted (RFC 5965)
   */
  public record Manner(
      String to, int delayMs, int answer, boolean drops, boolean bounces, boolean complains) {
    /** Takes everything at once. */
    public static final Manner GOOD = new Manner("", 0, 0, false, false, false);

    private static final int LONGEST_MS = 60_000;

    public Manner {
      to = to == null ? "" : to.strip().toLowerCase(Locale.ROOT);
      delayMs = Math.max(0, Math.min(delayMs, LONGEST_MS));
      answer = answer >= 400 && answer < 600 ? answer : 0;
    }

    boolean isMeantFor(String address) {
      return address.toLowerCase(Locale.ROOT).contains(to);
    }
  }

  /** How it behaves now. */
  public Manner now() {
    return now;
  }

  /** Has it behave like this from now on. */
  public void become(Manner manner) {
    now = manner;
  }

  Manner towards(String address) {
    Manner manner = now;
    return manner.isMeantFor(address) ? manner : Manner.GOOD;
  }
}
