package jeton.core.rehearsal;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.followup.RunAgain;
import jeton.core.followup.RunEnd;
import jeton.core.followup.SendTimes;
import jeton.core.followup.Start;
import jeton.core.handover.Letter;
import jeton.core.handover.PassStatus;
import jeton.core.people.PersonState;
import jeton.core.people.TagChange;
import jeton.core.signup.SignUpDecision;

/**
 * Takes a visitor through a configuration on a virtual clock, "sent" meaning "due" (T1). It decides
 * nothing itself: sign-ups by {@link SignUpDecision}, sends by {@link jeton.core.followup.Turn}, as
 * the real thing does.
 */
public final class Rehearsal {
  // Ten years of daily emails; a sequence that starts itself again by a tag must end somewhere.
  private static final int MOST_MOMENTS = 4000;

  private final Setup setup;
  private final Visitor visitor;
  private final PriorityQueue<Act> acts =
      new PriorityQueue<>(Comparator.comparing(Act::at).thenComparing(Act::number));
  private final List<Moment> moments = new ArrayList<>();
  private final List<Instant> confirmationsAsked = new ArrayList<>();
  private final List<Instant> deliveriesAsked = new ArrayList<>();
  private final Map<Long, Instant> lastStarted = new HashMap<>();
  private final Map<Long, Instant> looks = new HashMap<>();
  private final PersonSoFar person = new PersonSoFar();
  private final RunsSoFar runs;
  private int number;
  private boolean known;
  private boolean toldBefore;
  private boolean handedOver;
  private boolean confirmed;
  private Optional<Instant> passExpires = Optional.empty();

  private Rehearsal(Setup setup, Visitor visitor) {
    this.setup = setup;
    this.visitor = visitor;
    this.runs = new RunsSoFar(setup, person, moments);
  }

  /** Something to be done at a moment; of two at once, the one asked for first. */
  private record Act(Instant at, int number, Runnable work) {}

  /** Everything the visitor meets, in order. */
  public static List<Moment> of(Setup setup, Visitor visitor) {
    return new Rehearsal(setup, visitor).run();
  }

  private List<Moment> run() {
    Instant start = visitor.signsUp();
    at(start, () -> signUp(start));
    visitor.confirmsAfter().map(start::plus).ifPresent(when -> at(when, () -> confirm(when)));
    visitor.signsUpAgainAfter().map(start::plus).ifPresent(when -> at(when, () -> signUp(when)));
    visitor.leavesAfter().map(start::plus).ifPresent(when -> at(when, () -> leave(when)));
    while (moments.size() < MOST_MOMENTS) {
      Optional<Instant> due = runs.nextDue();
      boolean actFirst = !acts.isEmpty() && (due.isEmpty() || !acts.peek().at().isAfter(due.get()));
      if (actFirst) {
        acts.poll().work().run();
      } else if (due.isPresent()) {
        runs.move(due.get());
      } else {
        break;
      }
    }
    return List.copyOf(moments);
  }

  private void at(Instant when, Runnable work) {
    acts.add(new Act(when, number++, work));
  }

  private void signUp(Instant now) {
    boolean confirmationOn = setup.confirm().on();
    SignUpDecision decision = SignUpDecision.of(!known, person.state, confirmationOn);
    if (!known) {
      person.state = confirmationOn ? PersonState.WAITING_TO_CONFIRM : PersonState.ON_THE_LIST;
    }
    moments.add(Moment.of(Moment.Kind.ANSWER, now));
    boolean isNew = !known;
    known = true;
    if (decision == SignUpDecision.ASK_TO_CONFIRM) {
      if (isNew || ConfirmationRules.maySend(confirmationsAsked, now)) {
        confirmationsAsked.add(now);
        moments.add(Moment.of(Moment.Kind.CONFIRMATION_EMAIL, now));
        // The newest link is the one that is pressed: what its sign-up told counts then (S12).
        toldBefore = isNew;
      }
    } else if (decision == SignUpDecision.HAND_OVER) {
      person.state = PersonState.ON_THE_LIST;
      if (isNew) {
        playCounts(now);
      }
      if (isNew || ConfirmationRules.maySend(deliveriesAsked, now)) {
        handOver(now, true);
      }
    }
    if (isNew) {
      told(now);
    }
  }

  /** What was played counts: its tags, and what it starts (Q9). */
  private void playCounts(Instant now) {
    visitor
        .plays()
        .ifPresent(
            played -> {
              played
                  .tags()
                  .forEach(tag -> tag(new TagChange(TagChange.When.SIGN_UP, tag, true), now));
              person.result = Optional.of(played.result());
              setup.sequences().stream()
                  .filter(s -> s.rules().start().onResult(setup.offerId(), played.result()))
                  .forEach(sequence -> start(sequence, sequence.rules().again(), now));
            });
  }

  /** What a sign-up tells becomes the person's. */
  private void told(Instant now) {
    tags(TagChange.When.SIGN_UP, now);
    startByDates(now);
  }

  private void confirm(Instant now) {
    if (confirmed || confirmationsAsked.isEmpty()) {
      return;
    }
    Instant sent = confirmationsAsked.get(confirmationsAsked.size() - 1);
    if (!now.isBefore(ConfirmationRules.expiry(sent, setup.confirm().daysGood()))) {
      moments.add(Moment.of(Moment.Kind.CONFIRMATION_RAN_OUT, now));
      return;
    }
    confirmed = true;
    person.state = PersonState.ON_THE_LIST;
    moments.add(Moment.of(Moment.Kind.CONFIRMED_PAGE, now));
    playCounts(now);
    handOver(now, false);
    if (!toldBefore) {
      told(now);
    }
    tags(TagChange.When.CONFIRMATION, now);
  }

  private void handOver(Instant now, boolean byEmailInAnyCase) {
    passExpires = setup.handOver().limits().expiry(now, setup.zone());
    if (person.ends.isEmpty()) {
      // The same person gets the same again (G4): only a pass is issued anew.
      person.ends = setup.gives().end(now, setup.zone());
    }
    if (setup.gives().end(now, setup.zone()).isEmpty()) {
      person.ends = passExpires;
    }
    Letter letter = visitor.plays().map(Visitor.Played::letter).orElse(Letter.AS_SET);
    if (letter.goes(setup.handOver().byEmail() || byEmailInAnyCase)) {
      deliveriesAsked.add(now);
      moments.add(Moment.of(Moment.Kind.DELIVERY_EMAIL, now));
    }
    setup.sequences().stream()
        .filter(Setup.Sequence::followsOffer)
        .forEach(sequence -> start(sequence, setup.handOver().runAgain(), now));
    setup.sequences().stream()
        .filter(s -> s.rules().start().onPass(Start.Kind.PASS_NOT_USED, setup.offerId()))
        .forEach(sequence -> lookLater(sequence, now));
    person.ends.ifPresent(end -> startBeforeEnd(end, now));
    if (!handedOver) {
      handedOver = true;
      visitor.usesAfter().map(now::plus).ifPresent(when -> at(when, () -> use(when)));
    }
  }

  private void startBeforeEnd(Instant end, Instant now) {
    for (Setup.Sequence sequence : setup.sequences()) {
      Start start = sequence.rules().start();
      Instant when = start.beforeEnd(end, zoneOf(sequence));
      if (start.onPass(Start.Kind.ENDS_SOON, setup.offerId()) && when.isAfter(now)) {
        looks.put(sequence.id(), when);
        at(
            when,
            () -> {
              // Another end may be known by now, with a start of its own.
              if (looks.remove(sequence.id(), when)) {
                start(sequence, sequence.rules().again(), when);
              }
            });
      }
    }
  }

  private void lookLater(Setup.Sequence sequence, Instant now) {
    Instant when = sequence.rules().start().looksAt(now);
    if (looks.putIfAbsent(sequence.id(), when) == null) {
      at(
          when,
          () -> {
            looks.remove(sequence.id());
            if (!person.passUsed) {
              start(sequence, sequence.rules().again(), when);
            }
          });
    }
  }

  private void use(Instant now) {
    if (PassStatus.of(passExpires, setup.handOver().limits().uses(), 0, now) != PassStatus.GOOD) {
      moments.add(Moment.of(Moment.Kind.PASS_RAN_OUT, now));
      return;
    }
    person.passUsed = true;
    moments.add(Moment.of(Moment.Kind.PASS_USED, now));
    runs.endByPass(now);
    setup.sequences().stream()
        .filter(s -> s.rules().start().onPass(Start.Kind.PASS_USED, setup.offerId()))
        .forEach(sequence -> start(sequence, sequence.rules().again(), now));
    tags(TagChange.When.FIRST_USE, now);
  }

  private void leave(Instant now) {
    if (person.state != PersonState.LEFT) {
      person.state = PersonState.LEFT;
      moments.add(Moment.of(Moment.Kind.LEAVES, now));
      runs.endAll(RunEnd.PERSON_LEFT, now);
    }
  }

  private void tags(TagChange.When when, Instant now) {
    for (TagChange change : setup.handOver().tags()) {
      if (change.when() == when) {
        tag(change, now);
      }
    }
  }

  private void tag(TagChange change, Instant now) {
    if (!person.change(change) || !change.give()) {
      return;
    }
    runs.endByTag(change.tag(), now);
    setup.sequences().stream()
        .filter(sequence -> sequence.rules().start().onTag(change.tag()))
        .forEach(sequence -> start(sequence, sequence.rules().again(), now));
  }

  private void startByDates(Instant now) {
    for (Setup.Sequence sequence : setup.sequences()) {
      Start start = sequence.rules().start();
      if (start.kind() == Start.Kind.DATE_FIELD) {
        Optional.ofNullable(visitor.answers().get(start.field()))
            .flatMap(answer -> start.onDate(answer, zoneOf(sequence)))
            .filter(when -> when.isAfter(now) && looks.putIfAbsent(sequence.id(), when) == null)
            .ifPresent(when -> at(when, () -> start(sequence, sequence.rules().again(), when)));
      }
    }
  }

  private void start(Setup.Sequence sequence, RunAgain again, Instant now) {
    Optional<Instant> last = Optional.ofNullable(lastStarted.get(sequence.id()));
    if (person.state != PersonState.ON_THE_LIST
        || !again.starts(last, runs.isGoing(sequence.id()), now)) {
      return;
    }
    lastStarted.put(sequence.id(), now);
    runs.start(sequence, zoneOf(sequence), now);
  }

  private java.time.ZoneId zoneOf(Setup.Sequence sequence) {
    return SendTimes.zone(setup.zone(), sequence.rules().personZone(), visitor.zone());
  }
}
