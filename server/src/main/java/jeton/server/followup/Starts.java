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
import jeton.server.people.People;
import jeton.server.people.Person;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * What starts a sequence: a sign-up, a tag, a pass used or not used in time, a date somebody gave.
 * Starts that lie ahead are kept in the database and taken up when due, like runs.
 */
@Service
public class Starts {
  private final SequenceStore sequences;
  private final ProgressStore progress;
  private final Runs runs;
  private final Crowd crowd;
  private final Clock clock;
  private volatile Optional<List<Sequence>> known = Optional.empty();

  Starts(SequenceStore sequences, ProgressStore progress, Runs runs, Crowd crowd, Clock clock) {
    this.sequences = sequences;
    this.progress = progress;
    this.runs = runs;
    this.crowd = crowd;
    this.clock = clock;
    crowd.configuration().onChange(() -> known = Optional.empty());
  }

  /** Who is started, and when sequences change. */
  @org.springframework.stereotype.Component
  record Crowd(
      People people, RunFactStore facts, Pacing pacing, ConfigurationVersion configuration) {}

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
        progress.startLater(
            new ProgressStore.Ahead(
                0, sequence.id(), personId, Optional.of(offerId), start.looksAt(now)),
            false);
      }
    }
  }

  /** A pass was used for the first time. */
  public void passUsed(long offerId, long personId) {
    runs.endReached(
        personId,
        sequence -> sequence.rules().goal().kind() == Goal.Kind.PASS_USED,
        RunEnd.GOAL_REACHED);
    Person person = crowd.people().get(personId);
    others().stream()
        .filter(s -> s.rules().start().onPass(Start.Kind.PASS_USED, offerId))
        .forEach(s -> runs.start(s, person, Optional.of(offerId), s.rules().again()));
  }

  /** Somebody answered the business's own fields: dates among them may start something. */
  public void answered(Person person, Optional<Long> offerId, Map<String, String> answers) {
    Instant now = clock.instant();
    for (Sequence sequence : others()) {
      Start start = sequence.rules().start();
      if (start.kind() == Start.Kind.DATE_FIELD && answers.containsKey(start.field())) {
        var zone = crowd.pacing().of(sequence, person.zone(), Optional.empty()).zone();
        start
            .onDate(answers.get(start.field()), zone)
            .filter(due -> due.isAfter(now))
            .ifPresent(
                due ->
                    progress.startLater(
                        new ProgressStore.Ahead(0, sequence.id(), person.id(), offerId, due),
                        true));
      }
    }
  }

  void onTag(Person person, String tag, Optional<Long> offerId) {
    others().stream()
        .filter(sequence -> sequence.rules().start().onTag(tag))
        .forEach(s -> runs.start(s, person, offerId, s.rules().again()));
  }

  void endReached(long personId, Predicate<Sequence> reached, RunEnd reason) {
    runs.endReached(personId, reached, reason);
  }

  /**
   * Starts what is due now.
   *
   * @return how many starts were looked at
   */
  @Transactional
  public int startDue(int most) {
    List<ProgressStore.Ahead> due = progress.takeStarts(clock.instant(), most);
    for (ProgressStore.Ahead ahead : due) {
      Sequence sequence = sequences.find(ahead.sequenceId()).orElseThrow();
      Person person = crowd.people().get(ahead.personId());
      if (isStillWanted(sequence, ahead)) {
        runs.start(sequence, person, ahead.offerId(), sequence.rules().again());
      }
    }
    return due.size();
  }

  private boolean isStillWanted(Sequence sequence, ProgressStore.Ahead ahead) {
    return switch (sequence.rules().start().kind()) {
      case PASS_NOT_USED ->
          !crowd
              .facts()
              .passesUsed(List.of(ahead.personId()))
              .getOrDefault(ahead.personId(), java.util.Set.of())
              .contains(ahead.offerId().orElseThrow());
      case DATE_FIELD -> true;
      // What starts it was changed since.
      case SIGN_UP, TAG_GAINED, PASS_USED -> false;
    };
  }

  /** When the next start lies ahead, if one does. */
  public Optional<Instant> nextDue() {
    return progress.nextStart();
  }

  /** Sequences that something else than a sign-up starts; from memory. */
  public List<Sequence> others() {
    Optional<List<Sequence>> sequencesNow = known;
    if (sequencesNow.isEmpty()) {
      sequencesNow = Optional.of(sequences.startedOtherwise());
      known = sequencesNow;
    }
    return sequencesNow.get();
  }
}
