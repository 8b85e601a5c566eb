package jeton.server.followup;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.Start;
import jeton.server.people.People;
import jeton.server.sequence.Sequence;
import org.springframework.stereotype.Component;

/** When starts that lie ahead are due by a sequence's rules as they are now. */
@Component
public class StartTimes {
  private final StartStore store;
  private final People people;
  private final Pacing pacing;
  private final RunFactStore facts;
  private final Clock clock;

  StartTimes(StartStore store, People people, Pacing pacing, RunFactStore facts, Clock clock) {
    this.store = store;
    this.people = people;
    this.pacing = pacing;
    this.facts = facts;
    this.clock = clock;
  }

  /** When this start is due now; empty when nothing of the rules asks for it any more. */
  Optional<Instant> due(Sequence sequence, StartStore.Ahead ahead) {
    Start start = sequence.rules().start();
    return switch (start.kind()) {
      case PASS_NOT_USED ->
          ahead.offerId().filter(offer -> start.onPass(Start.Kind.PASS_NOT_USED, offer)).isPresent()
              ? Optional.of(ahead.baseAt().map(start::looksAt).orElse(ahead.dueAt()))
              : Optional.empty();
      case ENDS_SOON ->
          ahead
              .baseAt()
              .filter(
                  end ->
                      ahead
                          .offerId()
                          .filter(offer -> start.onPass(Start.Kind.ENDS_SOON, offer))
                          .isPresent())
              .map(
                  end ->
                      start.beforeEnd(
                          end, pacing.zone(sequence, people.get(ahead.personId()).zone())));
      case DATE_FIELD ->
          Optional.ofNullable(people.answers(ahead.personId()).get(start.field()))
              .flatMap(
                  answer ->
                      start.onDate(
                          answer, pacing.zone(sequence, people.get(ahead.personId()).zone())));
      // What starts it was changed since.
      case SIGN_UP, TAG_GAINED, PASS_USED, RESULT, EVENT -> Optional.empty();
    };
  }

  /**
   * Times a page of a sequence's starts anew. One whose moment has passed by the new rules starts
   * nothing, as if the rules had always been so.
   *
   * @return the number of the last one looked at; 0 when none was left
   */
  public long page(Sequence sequence, long after, int most) {
    List<StartStore.Ahead> page = store.ofSequence(sequence.id(), after, most);
    Instant now = clock.instant();
    for (StartStore.Ahead ahead : page) {
      Optional<Instant> due = due(sequence, ahead);
      boolean isSame = due.equals(Optional.of(ahead.dueAt()));
      if (!isSame && due.filter(at -> at.isAfter(now)).isPresent()) {
        store.postpone(ahead.id(), due.get());
      } else if (!isSame) {
        store.remove(ahead.id());
      }
    }
    return page.isEmpty() ? 0 : page.get(page.size() - 1).id();
  }

  /** Whether a pass is still as unused as the start asks for. */
  boolean isStillWanted(Sequence sequence, StartStore.Ahead ahead) {
    return sequence.rules().start().kind() != Start.Kind.PASS_NOT_USED
        || !facts
            .passesUsed(List.of(ahead.personId()))
            .getOrDefault(ahead.personId(), java.util.Set.of())
            .contains(ahead.offerId().orElseThrow());
  }
}
