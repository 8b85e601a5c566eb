package jeton.server.tagging;

import java.time.Clock;
import java.util.List;
import java.util.Optional;
import jeton.core.email.LinkTag;
import jeton.core.followup.RunEnd;
import jeton.core.people.TagChange;
import jeton.server.followup.Starts;
import jeton.server.history.History;
import jeton.server.mail.OutgoingEmail;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.reading.ClickListener;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tags given and taken along the track, and what that starts and ends (T8, T12). */
@Service
public class Tagging implements ClickListener {
  private final Tags tags;
  private final People people;
  private final Starts starts;
  private final History history;
  private final Clock clock;

  Tagging(Tags tags, People people, Starts starts, History history, Clock clock) {
    this.tags = tags;
    this.people = people;
    this.starts = starts;
    this.history = history;
    this.clock = clock;
  }

  /** Does what an offer says happens at a moment, in the caller's transaction. */
  public void at(TagChange.When when, List<TagChange> changes, long personId, long offerId) {
    changes.stream()
        .filter(change -> change.when() == when)
        .forEach(change -> change(personId, change.tag(), change.give(), Optional.of(offerId)));
  }

  /**
   * Gives or takes one tag, in the caller's transaction, the person's row locked. False when
   * nothing changed by it.
   */
  public boolean along(long personId, String tag, boolean give, long offerId) {
    return change(personId, tag, give, Optional.of(offerId));
  }

  /** The owner gives or takes a tag by hand. */
  @Transactional
  public void byHand(long personId, String tag, boolean give) {
    if (give) {
      tags.make(tag);
    }
    people.lock(personId);
    change(personId, tag, give, Optional.empty());
  }

  @Override
  public void clicked(OutgoingEmail email, List<LinkTag> changes) {
    if (!changes.isEmpty()) {
      people.lock(email.personId());
    }
    changes.forEach(
        change -> change(email.personId(), change.tag(), change.give(), email.offerId()));
  }

  private boolean change(long personId, String tag, boolean give, Optional<Long> offerId) {
    boolean changed = give ? tags.give(personId, tag) : tags.take(personId, tag);
    if (!changed) {
      return false;
    }
    History.Kind kind = give ? History.Kind.TAG_GIVEN : History.Kind.TAG_TAKEN;
    history.note(History.Event.of(clock.instant(), kind, personId, offerId, tag));
    if (give) {
      Person person = people.get(personId);
      starts.endReached(
          personId, sequence -> sequence.rules().goal().reachedByTag(tag), RunEnd.GOAL_REACHED);
      starts.onTag(person, tag, offerId);
    }
    return true;
  }
}
