package jeton.server.history;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;

/** What happened, in order, never changed. A person's page and Today read it. */
@Service
public class History {
  private final EventStore store;

  History(EventStore store) {
    this.store = store;
  }

  /** What can happen. */
  public enum Kind {
    SIGNED_UP,
    CONFIRMATION_SENT,
    CONFIRMED,
    HANDED_OVER,
    DELIVERY_SENT,
    /** Something personal was given: a code, a result, a prize. */
    GRANTED,
    PASS_USED,
    /** What was given was used elsewhere, such as a code in a shop. */
    GRANT_USED,

    /** Opened or began to play a piece of a private page. */
    PIECE_OPENED,
    /** What was given was taken back, or given back. */
    GRANT_CHANGED,
    FRESH_LINK_ASKED,
    FOLLOW_UP_STARTED,
    FOLLOW_UP_SENT,
    FOLLOW_UP_SKIPPED,
    FOLLOW_UP_ENDED,
    LEFT,
    UNREACHABLE,
    REACHABLE_AGAIN,
    EMAIL_FAILED,
    BLOCKED,
    BOUNCED,
    COMPLAINED,
    TAG_GIVEN,
    TAG_TAKEN,
    OFFER_LIVE,
    OFFER_PAUSED
  }

  /**
   * One event.
   *
   * @param detail words for the owner, such as a subject or a file's name; may be empty
   */
  public record Event(
      Instant at, Kind kind, Optional<Long> personId, Optional<Long> offerId, String detail) {

    /** About a person, coming from an offer or from none. */
    public static Event of(
        Instant at, Kind kind, long personId, Optional<Long> offerId, String detail) {
      return new Event(at, kind, Optional.of(personId), offerId, detail);
    }

    /** About a person, coming from an offer. */
    public static Event of(Instant at, Kind kind, long personId, long offerId, String detail) {
      return new Event(at, kind, Optional.of(personId), Optional.of(offerId), detail);
    }
  }

  /** An event with the names a reader needs. */
  public record Told(
      Instant at,
      Kind kind,
      Optional<Long> personId,
      Optional<String> email,
      Optional<Long> offerId,
      Optional<String> offer,
      String detail) {}

  /** Notes an event, in the caller's transaction. */
  public void note(Event event) {
    store.add(event);
  }

  /** Notes several events, in the caller's transaction. */
  public void noteAll(List<Event> events) {
    if (!events.isEmpty()) {
      store.addAll(events);
    }
  }

  /** Everything about a person, oldest first. */
  public List<Told> ofPerson(long personId) {
    return store.ofPerson(personId);
  }

  /** The newest events, newest first. */
  public List<Told> since(Instant from, int most) {
    return store.since(from, most);
  }
}
