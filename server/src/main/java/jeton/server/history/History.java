package jeton.server.history;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Service;
import org.springframework.util.function.SingletonSupplier;

/** What happened, in order, never changed. Today, digests and a person's page read it. */
@Service
public class History {
  private final EventStore store;
  // Found when first needed, since they stand above; once, since every sign-up comes by.
  private final Supplier<List<HistoryListener>> listeners;

  History(EventStore store, ObjectProvider<HistoryListener> listeners) {
    this.store = store;
    this.listeners = SingletonSupplier.of(() -> listeners.stream().toList());
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
    /** A prize on a wheel. */
    WON,
    /** A quiz was played to its end, and its result given. */
    QUIZ_FINISHED,
    /** A form's longer text was filled in. */
    ANSWERED,
    PASS_USED,
    /** A code that was given was copied. */
    CODE_COPIED,
    /** What was given was used elsewhere, such as a code in a shop. */
    GRANT_USED,

    /** A shop told of an order of theirs. */
    BOUGHT,

    /** A program told that something happened to them. */
    TOLD_OF,

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
    LIST_JOINED,
    LIST_LEFT,
    MAILING_SENT,
    /** What is known of somebody was changed by hand. */
    CHANGED_BY_HAND,
    IMPORTED,
    MERGED,
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
    tell(List.of(event));
  }

  /** Notes several events, in the caller's transaction. */
  public void noteAll(List<Event> events) {
    if (!events.isEmpty()) {
      store.addAll(events);
      tell(events);
    }
  }

  private void tell(List<Event> events) {
    listeners.get().forEach(listener -> listener.happened(events));
  }

  /** The newest events, newest first. */
  public List<Told> since(Instant from, int most) {
    return store.since(from, most);
  }
}
