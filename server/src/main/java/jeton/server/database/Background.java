package jeton.server.database;

import java.util.function.BooleanSupplier;
import org.slf4j.Logger;
import org.springframework.dao.TransientDataAccessException;

/** Work that goes on in the background, and is tried again whatever becomes of it. */
public final class Background {
  private Background() {}

  /**
   * Goes on step by step as long as there is more.
   *
   * @param step whether there may be more
   */
  public static void steps(Logger log, String what, BooleanSupplier step) {
    round(
        log,
        what,
        () -> {
          boolean more = true;
          while (more) {
            more = step.getAsBoolean();
          }
        });
  }

  /**
   * Does one round of it. What goes wrong is logged as loudly as it deserves and ends nothing: what
   * was due stays due.
   *
   * @param what begins a sentence, such as "Due follow-ups"
   */
  public static void round(Logger log, String what, Runnable work) {
    try {
      work.run();
    } catch (TransientDataAccessException busy) {
      log.debug("{} met somebody else's work and are tried again", what, busy);
    } catch (RuntimeException trouble) {
      if (Outage.isBehind(trouble)) {
        log.warn("{} rest until the database is back: {}", what, trouble.getMessage());
        return;
      }
      log.error("{} could not be moved on; they stay due and are tried again", what, trouble);
    }
  }
}
