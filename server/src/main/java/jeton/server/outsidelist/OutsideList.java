package jeton.server.outsidelist;

import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import jeton.core.outsidelist.OutsideListSettings;

/**
 * A list elsewhere that people are handed on to.
 *
 * @param serviceKey what the service knows us by; told to nobody else
 * @param version grows with each save
 * @param failingSince the first failure after the last success; empty while all goes well
 * @param failures how often it was looked in vain whether the service is back
 * @param holdUntil nothing is tried before then
 * @param gone keys of fields and tags that the service does not have any more: they are left out
 * @param lookedAt when its lists, fields and tags were last compared
 */
public record OutsideList(
    long id,
    OutsideListSettings settings,
    String serviceKey,
    State state,
    int version,
    Optional<Instant> failingSince,
    int failures,
    Optional<Instant> holdUntil,
    Optional<OutsideTrouble> trouble,
    Set<String> gone,
    Optional<Instant> lookedAt,
    Optional<CatchUp> catchUp) {

  /** Whether people are handed on. */
  public enum State {
    ON,
    /** Whoever signs up or leaves is kept for later. */
    PAUSED
  }

  /** What keeps it from working, beside being away. */
  public enum TroubleKind {
    /** The key is refused. */
    KEY,
    /** The list is not there any more. */
    LIST,
    /** Fields or tags are not there any more; people are handed on without them. */
    GONE
  }

  /** In words for the owner, cure included. */
  public record OutsideTrouble(TroubleKind kind, String words) {}

  /**
   * Handing on those who were there before.
   *
   * @param total how many there were when it began
   * @param marked how many have their turn
   * @param after up to whom; empty once all have it
   */
  public record CatchUp(long total, long marked, Optional<Long> after) {}

  /** Whether something may be told now. */
  boolean isOpen(Instant now) {
    return state == State.ON
        && settings.hasWhatItNeeds()
        && holdUntil.map(until -> !now.isBefore(until)).orElse(true);
  }

  /** The same with other settings, not saved. */
  OutsideList with(OutsideListSettings others) {
    return new OutsideList(
        id,
        others,
        serviceKey,
        state,
        version,
        failingSince,
        failures,
        holdUntil,
        trouble,
        gone,
        lookedAt,
        catchUp);
  }
}
