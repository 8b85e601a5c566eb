package jeton.server.leaving;

import java.time.Clock;
import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.followup.RunEnd;
import jeton.core.people.PersonState;
import jeton.server.followup.RunEnds;
import jeton.server.history.History;
import jeton.server.mail.DeliveryListener;
import jeton.server.mail.OutgoingEmail;
import jeton.server.people.Lists;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.problem.Refused;
import jeton.server.reading.Readings;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People who leave, or whom no email reaches any more. */
@Service
@Order(1)
public class Departures implements DeliveryListener {
  private final People people;
  private final RunEnds runs;
  private final Readings readings;
  private final History history;
  private final Lists lists;
  private final Clock clock;

  Departures(
      People people, RunEnds runs, Readings readings, History history, Lists lists, Clock clock) {
    this.people = people;
    this.runs = runs;
    this.readings = readings;
    this.history = history;
    this.lists = lists;
    this.clock = clock;
  }

  /**
   * Takes a person off the list: nothing more is sent. Doing it twice has one effect.
   *
   * @param outboxId the email whose link was used, if it is known
   */
  @Transactional
  public void leave(long personId, String how, Optional<Long> outboxId) {
    Person person = people.lock(personId);
    if (person.state() == PersonState.LEFT || person.state() == PersonState.BLOCKED) {
      return;
    }
    Instant now = clock.instant();
    runs.endAllOf(personId, RunEnd.PERSON_LEFT);
    lists.leaveAll(personId);
    outboxId.ifPresent(readings::leftBy);
    people.changeState(personId, PersonState.LEFT, now);
    history.note(
        new History.Event(now, History.Kind.LEFT, Optional.of(personId), Optional.empty(), how));
  }

  /**
   * Takes a person off some lists (L2). Off the last one is off everything: they have left.
   *
   * @param listIds what they leave
   * @param outboxId the email whose link was used, if it is known
   */
  @Transactional
  public void leaveLists(
      long personId, Collection<Long> listIds, String how, Optional<Long> outboxId) {
    Person person = people.lock(personId);
    if (person.state() == PersonState.LEFT || person.state() == PersonState.BLOCKED) {
      return;
    }
    Set<Long> stays =
        lists.of(personId).stream().map(Lists.Membership::listId).collect(Collectors.toSet());
    Set<Long> leaves = new HashSet<>(listIds);
    leaves.retainAll(stays);
    stays.removeAll(leaves);
    if (stays.isEmpty()) {
      leave(personId, how, outboxId);
    } else if (!leaves.isEmpty()) {
      leaves.forEach(id -> lists.leave(personId, id));
      runs.endOfLists(personId, leaves, RunEnd.PERSON_LEFT);
      outboxId.ifPresent(readings::leftBy);
    }
  }

  /**
   * The owner puts somebody on a list or takes them off it. Whoever is not on the list now, having
   * left or never confirmed, is put on none: only they can do that.
   */
  @Transactional
  public void listByHand(long personId, long listId, boolean on) {
    if (!on) {
      leaveLists(personId, List.of(listId), "by the owner", Optional.empty());
      return;
    }
    Person person = people.lock(personId);
    if (person.state() != PersonState.ON_THE_LIST) {
      throw new Refused(
          "list", "not_on_the_list", "Only they themselves can come back: by signing up again.");
    }
    lists.join(personId, List.of(listId), Optional.empty());
  }

  /** The owner stops all emails to a person, for good. */
  @Transactional
  public void block(long personId) {
    Person person = people.lock(personId);
    if (person.state() == PersonState.BLOCKED) {
      return;
    }
    Instant now = clock.instant();
    runs.endAllOf(personId, RunEnd.PERSON_BLOCKED);
    people.changeState(personId, PersonState.BLOCKED, now);
    history.note(
        new History.Event(
            now, History.Kind.BLOCKED, Optional.of(personId), Optional.empty(), "by the owner"));
  }

  /** An address does not work (any more): it hears nothing more and must be replaced (S5). */
  @Transactional
  public void unreachable(long personId, Optional<Long> offerId, String said) {
    Person person = people.lock(personId);
    if (person.state() != PersonState.BLOCKED) {
      cutOff(personId, offerId, said, clock.instant());
    }
  }

  /** Somebody told their mailbox that our email is unwanted: they are blocked. */
  @Transactional
  public void complained(long personId, Optional<Long> offerId) {
    Person person = people.lock(personId);
    if (person.state() == PersonState.BLOCKED) {
      return;
    }
    Instant now = clock.instant();
    runs.endAllOf(personId, RunEnd.PERSON_BLOCKED);
    people.changeState(personId, PersonState.BLOCKED, now);
    history.note(History.Event.of(now, History.Kind.COMPLAINED, personId, offerId, ""));
  }

  private void cutOff(long personId, Optional<Long> offerId, String said, Instant at) {
    people.changeState(personId, PersonState.UNREACHABLE, at);
    runs.endAllOf(personId, RunEnd.PERSON_UNREACHABLE);
    history.note(History.Event.of(at, History.Kind.UNREACHABLE, personId, offerId, said));
  }

  @Override
  public void settled(List<Settled> batch, Instant at) {
    for (Settled settled : batch) {
      OutgoingEmail email = settled.email();
      if (settled.outcome() == Outcome.REFUSED) {
        cutOff(email.personId(), email.offerId(), settled.detail(), at);
      } else if (settled.outcome() == Outcome.GIVEN_UP) {
        history.note(
            History.Event.of(
                at,
                History.Kind.EMAIL_FAILED,
                email.personId(),
                email.offerId(),
                settled.detail()));
      }
    }
  }
}
