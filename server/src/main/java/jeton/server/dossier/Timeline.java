package jeton.server.dossier;

import java.time.Instant;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.history.History;
import org.springframework.stereotype.Service;

/** Everything that happened with one person, newest first, in one history with filters. */
@Service
public class Timeline {
  private static final int PAGE = 100;
  private static final Map<History.Kind, What> WHAT = what();
  private final TimelineStore store;

  Timeline(TimelineStore store) {
    this.store = store;
  }

  /** What happened, roughly: by what it can be filtered. */
  public enum What {
    SIGNED_UP,
    ANSWERED,
    SENT,
    OPENED,
    CLICKED,
    GOT,
    WON,
    USED,
    CHANGED
  }

  /**
   * One line.
   *
   * @param kind of an event; empty for a reading
   * @param detail words for the owner, such as a subject
   */
  public record TimelineLine(
      Instant at, What what, Optional<History.Kind> kind, Optional<String> offer, String detail) {}

  /** Lines before a moment, at most 100; {@code what} narrows them. */
  public List<TimelineLine> of(long personId, Optional<What> what, Instant before) {
    return store.lines(personId, before, PAGE, what.map(Timeline::kinds), what);
  }

  static What whatOf(History.Kind kind) {
    return WHAT.getOrDefault(kind, What.CHANGED);
  }

  private static List<String> kinds(What what) {
    return Arrays.stream(History.Kind.values())
        .filter(kind -> whatOf(kind) == what)
        .map(History.Kind::name)
        .toList();
  }

  private static Map<History.Kind, What> what() {
    Map<History.Kind, What> what = new EnumMap<>(History.Kind.class);
    what.put(History.Kind.SIGNED_UP, What.SIGNED_UP);
    what.put(History.Kind.CONFIRMED, What.SIGNED_UP);
    what.put(History.Kind.FRESH_LINK_ASKED, What.SIGNED_UP);
    what.put(History.Kind.CONFIRMATION_SENT, What.SENT);
    what.put(History.Kind.DELIVERY_SENT, What.SENT);
    what.put(History.Kind.FOLLOW_UP_SENT, What.SENT);
    what.put(History.Kind.FOLLOW_UP_SKIPPED, What.SENT);
    what.put(History.Kind.MAILING_SENT, What.SENT);
    what.put(History.Kind.EMAIL_FAILED, What.SENT);
    what.put(History.Kind.BOUNCED, What.SENT);
    what.put(History.Kind.HANDED_OVER, What.GOT);
    what.put(History.Kind.GRANTED, What.GOT);
    what.put(History.Kind.WON, What.WON);
    what.put(History.Kind.ANSWERED, What.ANSWERED);
    what.put(History.Kind.QUIZ_FINISHED, What.ANSWERED);
    what.put(History.Kind.PASS_USED, What.USED);
    what.put(History.Kind.CODE_COPIED, What.USED);
    what.put(History.Kind.GRANT_USED, What.USED);
    what.put(History.Kind.BOUGHT, What.USED);
    what.put(History.Kind.TOLD_OF, What.USED);
    what.put(History.Kind.PIECE_OPENED, What.USED);
    return what;
  }
}
