package jeton.server.mailing;

import java.time.Instant;
import java.util.Optional;

/**
 * What became of the emails of one going-out (N3): people, each once.
 *
 * @param waiting not yet sent
 * @param failed refused, or given up after a day and a half
 * @param dropped not wanted any more when their turn came, or stopped
 * @param opened opened or clicked by a person
 * @param machine fetched by known prefetchers only
 * @param left left by a link in it
 * @param lastDue when the last of those waiting is due
 */
public record IssueNumbers(
    long waiting,
    long sent,
    long failed,
    long dropped,
    long opened,
    long machine,
    long clicked,
    long left,
    Optional<Instant> lastDue) {
  static final IssueNumbers NONE = new IssueNumbers(0, 0, 0, 0, 0, 0, 0, 0, Optional.empty());

  /** Both versions together. */
  IssueNumbers plus(IssueNumbers o) {
    return new IssueNumbers(
        waiting + o.waiting,
        sent + o.sent,
        failed + o.failed,
        dropped + o.dropped,
        opened + o.opened,
        machine + o.machine,
        clicked + o.clicked,
        left + o.left,
        lastDue.isPresent() && o.lastDue.isPresent()
            ? Optional.of(lastDue.get().isAfter(o.lastDue.get()) ? lastDue.get() : o.lastDue.get())
            : lastDue.or(o::lastDue));
  }
}
