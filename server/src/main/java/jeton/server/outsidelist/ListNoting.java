package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jeton.core.outside.RetryPause;
import jeton.server.leaving.Departures;
import jeton.server.people.People;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Notes what came of telling an outside list, and how the list fares. */
@Service
class ListNoting {
  private static final int LONGEST_HOLD = 4;
  private static final Duration LATER = Duration.ofSeconds(30);

  private final OutsideListStore store;
  private final StandingStore standings;
  private final People people;
  private final Departures departures;
  private final Clock clock;

  ListNoting(
      OutsideListStore store,
      StandingStore standings,
      People people,
      Departures departures,
      Clock clock) {
    this.store = store;
    this.standings = standings;
    this.people = people;
    this.departures = departures;
    this.clock = clock;
  }

  /**
   * Somebody left there what we had put them on: they have left here, too; unless something
   * happened to them while the service was being asked, such as their coming back.
   */
  @Transactional
  public void leftThere(OutsideList list, Standing asked) {
    // Whoever confirms holds this row: after it, nothing of theirs is under way.
    people.lock(asked.personId());
    boolean isAsItWas =
        standings
            .find(list.id(), asked.personId())
            .filter(now -> now.claim() == asked.claim())
            .isPresent();
    if (isAsItWas) {
      departures.leave(asked.personId(), "at “" + list.settings().name() + "”", Optional.empty());
      standings.hasLeft(list.id(), asked.personId());
    }
  }

  /**
   * Notes a batch.
   *
   * @param mayBeOurs whether what was refused is to be tried again: the list is not as it was
   */
  @Transactional
  public void note(OutsideList list, Collection<ListAsking.Done> batch, boolean mayBeOurs) {
    Instant now = clock.instant();
    batch.stream()
        .sorted(Comparator.comparing(done -> done.standing().personId()))
        .forEach(done -> note(done, mayBeOurs, now));
    fares(list, batch, now);
  }

  private void note(ListAsking.Done done, boolean mayBeOurs, Instant now) {
    Standing before = done.standing();
    if (done.isTaken()) {
      taken(done, now);
    } else if (meaning(done) == Exchange.Meaning.REFUSED && !mayBeOurs) {
      standings.note(
          outcome(done, Standing.State.REFUSED, Optional.empty(), before.failures() + 1, now));
    } else if (meaning(done) == Exchange.Meaning.LATER) {
      // That is no failure of theirs.
      Instant again = now.plus(leaveAlone(done.exchange().orElseThrow()));
      standings.note(outcome(done, before.state(), Optional.of(again), before.failures(), now));
    } else {
      int failures = Math.min(before.failures() + 1, LONGEST_HOLD);
      Instant again = now.plus(RetryPause.after(failures));
      standings.note(outcome(done, before.state(), Optional.of(again), failures, now));
    }
  }

  private void taken(ListAsking.Done done, Instant now) {
    Standing before = done.standing();
    switch (done.step()) {
      case HAND_ON ->
          standings.note(
              new StandingStore.Outcome(
                  before,
                  Standing.State.THERE,
                  Optional.empty(),
                  0,
                  Optional.of(now),
                  Optional.of(now),
                  done.exchange()));
      case TELL_LEFT ->
          standings.note(outcome(done, Standing.State.LEFT, Optional.empty(), 0, now));
      case LET_BE -> standings.note(outcome(done, Standing.State.LET_BE, Optional.empty(), 0, now));
      // Noted where they left.
      case LEAVE_HERE -> {}
      case NOTHING -> {
        standings.forget(before);
        standings.note(
            new StandingStore.Outcome(
                before,
                before.state(),
                Optional.empty(),
                0,
                Optional.empty(),
                Optional.empty(),
                Optional.empty()));
      }
    }
  }

  private static StandingStore.Outcome outcome(
      ListAsking.Done done,
      Standing.State state,
      Optional<Instant> dueAt,
      int failures,
      Instant now) {
    return new StandingStore.Outcome(
        done.standing(),
        state,
        dueAt,
        failures,
        Optional.empty(),
        Optional.of(now),
        done.exchange());
  }

  private static Duration leaveAlone(Exchange exchange) {
    return exchange.leaveAlone().orElse(LATER);
  }

  private static Exchange.Meaning meaning(ListAsking.Done done) {
    return done.exchange().map(Exchange::meaning).orElse(Exchange.Meaning.TAKEN);
  }

  private void fares(OutsideList list, Collection<ListAsking.Done> batch, Instant now) {
    List<Exchange> exchanges = batch.stream().flatMap(done -> done.exchange().stream()).toList();
    Optional<Exchange> later = first(exchanges, Exchange.Meaning.LATER);
    Optional<Exchange> key = first(exchanges, Exchange.Meaning.KEY);
    boolean isAway = first(exchanges, Exchange.Meaning.AWAY).isPresent();
    boolean isWell =
        exchanges.stream()
            .map(Exchange::meaning)
            .anyMatch(m -> m == Exchange.Meaning.TAKEN || m == Exchange.Meaning.REFUSED);
    if (isWell) {
      store.succeeded(list.id());
    }
    if (later.isPresent()) {
      store.hold(list.id(), now.plus(leaveAlone(later.get())));
    } else if (key.isPresent()) {
      keyRefused(list, key.get(), now);
    } else if (isAway && !isWell) {
      failed(list, now);
    }
  }

  private static Optional<Exchange> first(List<Exchange> all, Exchange.Meaning meaning) {
    return all.stream().filter(one -> one.meaning() == meaning).findFirst();
  }

  private void keyRefused(OutsideList list, Exchange exchange, Instant now) {
    store.trouble(
        list.id(),
        new OutsideList.OutsideTrouble(
            OutsideList.TroubleKind.KEY,
            "The service refuses the key (it answered "
                + exchange.status()
                + "). Give another; who waits is kept."));
    failed(list, now);
  }

  private void failed(OutsideList list, Instant now) {
    int failures = Math.min(list.failures() + 1, LONGEST_HOLD);
    store.failed(list.id(), now, now.plus(RetryPause.after(failures)));
  }
}
