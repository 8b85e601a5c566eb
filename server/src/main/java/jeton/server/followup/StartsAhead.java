package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.followup.Start;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Component;

/** Starts that lie ahead are kept in the database and taken up when due, like runs. */
@Component
class StartsAhead {
  private final Sequences sequences;
  private final StartStore store;
  private final People people;
  private final RunFactStore facts;
  private final Pacing pacing;
  private final Clock clock;

  StartsAhead(
      Sequences sequences,
      StartStore store,
      People people,
      RunFactStore facts,
      Pacing pacing,
      Clock clock) {
    this.sequences = sequences;
    this.store = store;
    this.people = people;
    this.facts = facts;
    this.pacing = pacing;
    this.clock = clock;
  }

  /** Something was handed over: whether its pass was used is looked at later. */
  void handedOver(long offerId, long personId) {
    Instant now = clock.instant();
    for (Sequence sequence : sequences.others()) {
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
  }

  /**
   * What a person was given has an end: sequences may start some days before it (C10). The newest
   * end counts; what lies behind already starts nothing.
   */
  void endKnown(long offerId, long personId) {
    List<Sequence> before =
        sequences.others().stream()
            .filter(s -> s.rules().start().onPass(Start.Kind.ENDS_SOON, offerId))
            .toList();
    if (before.isEmpty()) {
      return;
    }
    Instant now = clock.instant();
    Person person = people.get(personId);
    Optional.ofNullable(
            facts.ends(List.of(personId)).get(new RunFactStore.Holding(personId, offerId)))
        .ifPresent(
            end ->
                before.forEach(
                    sequence -> {
                      var zone = pacing.zone(sequence, person.zone());
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

  /** Somebody answered the business's own fields: dates among them may start something. */
  void answered(Person person, Optional<Long> offerId, Map<String, String> answers) {
    Instant now = clock.instant();
    for (Sequence sequence : sequences.others()) {
      Start start = sequence.rules().start();
      if (start.kind() == Start.Kind.DATE_FIELD && answers.containsKey(start.field())) {
        var zone = pacing.zone(sequence, person.zone());
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
}
