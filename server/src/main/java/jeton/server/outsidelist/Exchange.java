package jeton.server.outsidelist;

import java.time.Duration;
import java.util.Optional;

/**
 * What a service was asked, and what it answered.
 *
 * @param request method, address and body; without headers, so without the key
 * @param status of HTTP; 0 where there was no answer
 * @param answer its beginning, or why there was none
 * @param leaveAlone how long it wants to be left alone
 */
record Exchange(String request, int status, String answer, Optional<Duration> leaveAlone) {
  private static final int UNAUTHORIZED = 401;
  private static final int FORBIDDEN = 403;
  private static final int NOT_FOUND = 404;
  private static final int REQUEST_TIMEOUT = 408;
  private static final int TOO_MANY = 429;

  /** What that means. */
  enum Meaning {
    TAKEN,
    /** The key is refused. */
    KEY,
    /** Too many questions: it answers again later. */
    LATER,
    /** It is away, or not well. */
    AWAY,
    /** It does not take what it was told. */
    REFUSED
  }

  Meaning meaning() {
    if (status / 100 == 2) {
      return Meaning.TAKEN;
    }
    if (status == UNAUTHORIZED || status == FORBIDDEN) {
      return Meaning.KEY;
    }
    if (status == TOO_MANY) {
      return Meaning.LATER;
    }
    return status / 100 == 4 && status != REQUEST_TIMEOUT ? Meaning.REFUSED : Meaning.AWAY;
  }

  boolean isNotFound() {
    return status == NOT_FOUND;
  }

  /** The same, with no more of the answer than a page can show. */
  Exchange shortened(int most) {
    return answer.length() <= most
        ? this
        : new Exchange(request, status, answer.substring(0, most), leaveAlone);
  }
}
