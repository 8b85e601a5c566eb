package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Start;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.people.People;
import jeton.server.people.Person;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * What starts a sequence: a sign-up, a tag, a pass used or not used in time, a date somebody gave.
 * Starts that lie ahead are kept in the database and taken up when due, like runs.
 */
@Service
public class Starts {
  private static final Logger LOG = LoggerFactory.getLogger(Starts.class);
  private final SequenceStore sequences;
  private final StartStore store;
  private final Runs runs;
  private final Crowd crowd;
  private final Clock clock;
  private final Remembered<List<Sequence>> known;

  Starts(SequenceStore sequences, StartStore store, Runs runs, Crowd crowd, Clock clock) {
    this.sequences = sequences;
    this.store = store;
    this.runs = runs;
    this.crowd = crowd;
    this.clock = clock;
    known = new Remembered<>(crowd.configuration(), sequences::startedOtherwise);
  }

  /** Who is started, and when sequences change. */
  @org.springframework.stereotype.Component
  record Crowd(
      People people,
      RunFactStore facts,
      Pacing pacing,
      StartTimes times,
      ConfigurationVersion configuration,
      TransactionOperations tx) {}

  /** Something was handed over: the offer's follow-up starts, and passes are looked at later. */
  public void handedOver(long offerId, long personId, RunAgain again) {
    Person person = crowd.people().get(personId);
    sequences
        .ofOffer(offerId)
        .ifPresent(sequence -> runs.start(sequence, person, Optional.of(offerId), again));
    Instant now = clock.instant();
    for (Sequence sequence : others()) {
      Start start = sequence.rules().start();
      if (start.onPass(Start.Kind.PASS_NOT_USED, offerId)) {
        store.add(
            new StartStore.Ahead(
                0,
                sequence.id(),
                personId,
                Optional.of(offerId),
                start.looksAt(now),
                Optional.of(now)),
            false);
      }
    }
    endKnown(offerId, personId);
  }

  /**
   * What a person was given has an end: sequences may start some days before it (C10). The newest
   * end counts; what lies behind already starts nothing.
   */
  public void endKnown(long offerId, long personId) {
    List<Sequence> before =
        others().stream()
            .filter(s -> s.rules().start().onPass(Start.Kind.ENDS_SOON, offerId))
            .toList();
    if (before.isEmpty()) {
      return;
    }
    Instant now = clock.instant();
    Person person = crowd.people().get(personId);
    Optional.ofNullable(
            crowd.facts().ends(List.of(personId)).get(new RunFactStore.Holding(personId, offerId)))
        .ifPresent(
            end ->
                before.forEach(
                    sequence -> {
                      var zone = crowd.pacing().zone(sequence, person.zone());
                      Instant due = sequence.rules().start().beforeEnd(end, zone);
                      if (due.isAfter(now)) {
                        store.add(
                            new StartStore.Ahead(
                                0,
                                sequence.id(),
                                personId,
                                Optional.of(offerId),
                                due,
                                Optional.of(end)),
                            true);
                      }
                    }));
  }

  /** A pass was used for the first time. */
  public void passUsed(long offerId, long personId) {
    runs.endReached(
        personId,
        sequence -> sequence.rules().goal().kind() == Goal.Kind.PASS_USED,
        RunEnd.GOAL_REACHED);
    List<Sequence> begun =
        others().stream()
            .filter(s -> s.rules().start().onPass(Start.Kind.PASS_USED, offerId))
            .toList();
    if (!begun.isEmpty()) {
      Person person = crowd.people().get(personId);
      begun.forEach(s -> runs.start(s, person, Optional.of(offerId), s.rules().again()));
    }
  }

  /** Somebody came to something with an offer that is played (G3). */
  public void cameTo(long offerId, long personId, String result) {
    List<Sequence> begun =
        others().stream().filter(s -> s.rules().start().onResult(offerId, result)).toList();
    if (!begun.isEmpty()) {
      Person person = crowd.people().get(personId);
      begun.forEach(s -> runs.start(s, person, Optional.of(offerId), s.rules().again()));
    }
  }

  /** Somebody answered the business's own fields: dates among them may start something. */
  public void answered(Person person, Optional<Long> offerId, Map<String, String> answers) {
    Instant now = clock.instant();
    for (Sequence sequence : others()) {
      Start start = sequence.rules().start();
      if (start.kind() == Start.Kind.DATE_FIELD && answers.containsKey(start.field())) {
        var zone = crowd.pacing().zone(sequence, person.zone());
        start
            .onDate(answers.get(start.field()), zone)
            .filter(due -> due.isAfter(now))
            .ifPresent(
                due ->
                    store.add(
                        new StartStore.Ahead(
                            0, sequence.id(), person.id(), offerId, due, Optional.empty()),
                        true));
      }
    }
  }

  public void onTag(Person person, String tag, Optional<Long> offerId) {
    others().stream()
        .filter(sequence -> sequence.rules().start().onTag(tag))
        .forEach(s -> runs.start(s, person, offerId, s.rules().again()));
  }

  public void endReached(long personId, Predicate<Sequence> reached, RunEnd reason) {
    runs.endReached(personId, reached, reason);
  }

  /**
   * Starts what is due now. A start that throws is set aside alone.
   *
   * @return how many starts were looked at
   */
  public int startDue(int most) {
    Instant now = clock.instant();
    List<StartStore.Ahead> due = store.due(now, most);
    if (due.isEmpty()) {
      return 0;
    }
    try {
      start(due, now);
    } catch (RuntimeException trouble) {
      if (SetAside.isNobodysFault(trouble)) {
        throw trouble;
      }
      LOG.warn("Due starts are looked at one by one: {}", trouble.getClass().getName());
      due.forEach(one -> startAlone(one, now));
    }
    return due.size();
  }

  private void startAlone(StartStore.Ahead ahead, Instant now) {
    try {
      start(List.of(ahead), now);
    } catch (RuntimeException trouble) {
      if (SetAside.isNobodysFault(trouble)) {
        throw trouble;
      }
      LOG.error("Start {} is set aside", ahead.id(), trouble);
      crowd
          .tx()
          .executeWithoutResult(status -> store.setAside(ahead.id(), SetAside.why(trouble), now));
    }
  }

  private void start(List<StartStore.Ahead> due, Instant now) {
    crowd
        .tx()
        .executeWithoutResult(
            status -> {
              // People first, then their starts: the order everybody locks in.
              crowd.people().lockAll(due.stream().map(StartStore.Ahead::personId).toList());
              store
                  .lock(due.stream().map(StartStore.Ahead::id).toList(), now)
                  .forEach(ahead -> startLocked(ahead, now));
            });
  }

  private void startLocked(StartStore.Ahead ahead, Instant now) {
    Sequence sequence = sequences.find(ahead.sequenceId()).orElseThrow();
    Optional<Instant> byTheRulesNow = crowd.times().due(sequence, ahead);
    if (byTheRulesNow.filter(at -> at.isAfter(now)).isPresent()) {
      // The rules were changed since: it comes later now.
      store.postpone(ahead.id(), byTheRulesNow.get());
      return;
    }
    store.remove(ahead.id());
    boolean isAsItWas = byTheRulesNow.equals(Optional.of(ahead.dueAt()));
    if (isAsItWas && isStillWanted(sequence, ahead)) {
      runs.start(
          sequence,
          crowd.people().get(ahead.personId()),
          ahead.offerId(),
          sequence.rules().again());
    }
  }

  private boolean isStillWanted(Sequence sequence, StartStore.Ahead ahead) {
    return sequence.rules().start().kind() != Start.Kind.PASS_NOT_USED
        || !crowd
            .facts()
            .passesUsed(List.of(ahead.personId()))
            .getOrDefault(ahead.personId(), java.util.Set.of())
            .contains(ahead.offerId().orElseThrow());
  }

  /** When the next start lies ahead, if one does. */
  public Optional<Instant> nextDue() {
    return store.next();
  }

  /** Sequences that something else than a sign-up starts; from memory. */
  public List<Sequence> others() {
    return known.now();
  }
}
