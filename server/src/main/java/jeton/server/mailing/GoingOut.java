package jeton.server.mailing;

import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Service;

/**
 * Emails to many going out (B1 to B4, B7). Each step is a short transaction that locks the
 * going-out it moves on and is passed over by other instances; what is cut off is done again with
 * one effect: nobody is in the outbox twice for it.
 */
@Service
public class GoingOut {
  private final IssueStart start;
  private final IssueFill fill;
  private final IssueStore store;

  GoingOut(IssueStart start, IssueFill fill, IssueStore store) {
    this.start = start;
    this.fill = fill;
    this.store = store;
  }

  /**
   * Moves on whatever is due, one step.
   *
   * @return whether there was anything
   */
  public boolean work() {
    return start.setOff() | start.prepare() | fill.fill() | fill.decide() | fill.finish();
  }

  /** When the next one is decided between its two subjects. */
  public Optional<Instant> nextDue() {
    return store.nextDecision();
  }
}
