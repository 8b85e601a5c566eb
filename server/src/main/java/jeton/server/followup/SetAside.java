package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import jeton.server.database.Outage;
import org.springframework.dao.TransientDataAccessException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Runs and starts the engine could not deal with: one that throws stops itself alone and is shown;
 * the others go on.
 */
@Service
public class SetAside {
  private static final int MOST_SHOWN = 100;
  private static final int MOST_WHY = 300;
  private final ProgressStore progress;
  private final Clock clock;

  SetAside(ProgressStore progress, Clock clock) {
    this.progress = progress;
    this.clock = clock;
  }

  /**
   * One of them.
   *
   * @param why what went wrong, in the program's words
   */
  public record Line(
      long sequenceId, String sequence, long personId, String email, Instant at, String why) {}

  /** The newest of them. */
  public List<Line> lines() {
    return progress.setAside(MOST_SHOWN);
  }

  /** Tries all of them again at once. Returns how many. */
  @Transactional
  public int tryAgain() {
    return progress.tryAgain(clock.instant());
  }

  /** A database that is away or busy is nobody's fault: the work is simply done later. */
  static boolean isNobodysFault(RuntimeException trouble) {
    return Outage.isBehind(trouble) || trouble instanceof TransientDataAccessException;
  }

  static String why(RuntimeException trouble) {
    String why = trouble.getClass().getSimpleName() + ": " + trouble.getMessage();
    return why.length() > MOST_WHY ? why.substring(0, MOST_WHY) : why;
  }
}
