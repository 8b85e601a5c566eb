package jeton.core.mail;

import java.time.Duration;
import java.util.List;
import java.util.Locale;

/**
 * Tells programs that fetch pictures and links by themselves from people who open and click (N3).
 * Known ones name themselves; others are too quick to be a person.
 */
public final class MachineReader {
  private static final Duration TOO_QUICK = Duration.ofSeconds(2);
  private static final List<String> NAMES =
      List.of(
          "imageproxy",
          "mailproxy",
          "bot",
          "crawler",
          "spider",
          "scanner",
          "preview",
          "prefetch",
          "linkcheck",
          "curl/",
          "wget/",
          "java-http-client");

  private MachineReader() {}

  /**
   * Whether it was a machine.
   *
   * @param agent the User-Agent header; empty when there is none
   * @param purpose the Purpose, Sec-Purpose or X-Purpose header; empty when there is none
   * @param sinceSent how long ago the email was taken by the mail server
   */
  public static boolean is(String agent, String purpose, Duration sinceSent) {
    String name = agent.toLowerCase(Locale.ROOT).strip();
    boolean bare = name.isEmpty() || name.equals("mozilla/5.0");
    return bare
        || purpose.toLowerCase(Locale.ROOT).contains("prefetch")
        || NAMES.stream().anyMatch(name::contains)
        || sinceSent.compareTo(TOO_QUICK) < 0;
  }
}
