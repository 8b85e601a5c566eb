package jeton.server.followup;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.RunEnd;
import jeton.core.followup.Start;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;

/**
 * What starts a sequence: a sign-up, a tag, a pass used or not used in time, a date somebody gave.
 */
@Service
public class Starts {
  private final Sequences sequences;
  private final RunStarts runs;
  private final RunEnds ends;
  private final StartsAhead ahead;
  private final People people;

  Starts(Sequences sequences, RunStarts runs, RunEnds ends, StartsAhead ahead, People people) {
    this.sequences = sequences;
    this.runs = runs;
    this.ends = ends;
    this.ahead = ahead;
    this.people = people;
  }

  /** Something was handed over: the offer's follow-up starts, and passes are looked at later. */
  public void handedOver(long offerId, long personId, RunAgain again) {
    Person person = people.get(personId);
    sequences
        .following(offerId)
        .ifPresent(sequence -> runs.start(sequence, person, Optional.of(offerId), again));
    ahead.handedOver(offerId, personId);
    ahead.endKnown(offerId, personId);
  }

  /** What a person was given has an end (C10). */
  public void endKnown(long offerId, long personId) {
    ahead.endKnown(offerId, personId);
  }

  /** A shop told of an order of theirs. */
  public void bought(long personId) {
    ends.endReached(
        personId,
        sequence -> sequence.rules().goal().kind() == Goal.Kind.BOUGHT,
        RunEnd.GOAL_REACHED);
  }

  /** A pass was used for the first time. */
  public void passUsed(long offerId, long personId) {
    ends.endReached(
        personId,
        sequence -> sequence.rules().goal().kind() == Goal.Kind.PASS_USED,
        RunEnd.GOAL_REACHED);
    List<Sequence> begun =
        sequences.others().stream()
            .filter(s -> s.rules().start().onPass(Start.Kind.PASS_USED, offerId))
            .toList();
    if (!begun.isEmpty()) {
      Person person = people.get(personId);
      begun.forEach(s -> runs.start(s, person, Optional.of(offerId), s.rules().again()));
    }
  }

  /** Somebody came to something with an offer that is played (G3). */
  public void cameTo(long offerId, long personId, String result) {
    List<Sequence> begun =
        sequences.others().stream()
            .filter(s -> s.rules().start().onResult(offerId, result))
            .toList();
    if (!begun.isEmpty()) {
      Person person = people.get(personId);
      begun.forEach(s -> runs.start(s, person, Optional.of(offerId), s.rules().again()));
    }
  }

  /** A program told that something happened to somebody (H3). */
  public void told(Person person, String event) {
    sequences.others().stream()
        .filter(sequence -> sequence.rules().start().onEvent(event))
        .forEach(s -> runs.start(s, person, Optional.empty(), s.rules().again()));
  }

  /** Somebody answered the business's own fields: dates among them may start something. */
  public void answered(Person person, Optional<Long> offerId, Map<String, String> answers) {
    ahead.answered(person, offerId, answers);
  }

  /** Somebody gained a tag. */
  public void onTag(Person person, String tag, Optional<Long> offerId) {
    sequences.others().stream()
        .filter(sequence -> sequence.rules().start().onTag(tag))
        .forEach(s -> runs.start(s, person, offerId, s.rules().again()));
  }

  /** Ends those of a person's runs that a goal says to (T12). */
  public void endReached(long personId, Predicate<Sequence> reached, RunEnd reason) {
    ends.endReached(personId, reached, reason);
  }
}
