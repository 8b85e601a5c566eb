package jeton.core.notice;

/** What somebody who works here may be told of (O1). */
public enum NoticeKind {
  /** A form was filled in. */
  SIGN_UP("sign-up", "sign-ups"),
  /** An address was confirmed. */
  CONFIRMED("confirmed", "confirmed"),
  /** Somebody left the list, or one of the lists. */
  LEFT("person left", "people left"),
  /** Something was won on a wheel. */
  PRIZE("prize won", "prizes won"),
  /** A quiz was played to its end, and its result given. */
  QUIZ("finished quiz", "finished quizzes"),
  /** A code was used in the shop. */
  CODE_USED("code used", "codes used"),
  /** A form's longer text was filled in: somebody wrote something to be read. */
  ANSWER("answer to read", "answers to read"),
  /** One of the chosen emails was opened, the first time by each reader. */
  OPENED("opened email", "opened emails"),
  /** Something does not work as it should. */
  TROUBLE("trouble", "troubles");

  private final String one;
  private final String several;

  NoticeKind(String one, String several) {
    this.one = one;
    this.several = several;
  }

  /** So many of them, in words. */
  public String count(long n) {
    return n + " " + (n == 1 ? one : several);
  }
}
