package jeton.server.followup;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jeton.core.email.FillIns;
import jeton.core.followup.Ranks;
import jeton.core.followup.Step;
import jeton.server.business.Business;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.email.Emails;
import jeton.server.mail.Outbox;
import jeton.server.offer.OfferMade;
import jeton.server.offer.Offers;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionOperations;

/** Sequences as the owner shapes them (rules T7 to T11, T14). */
@Service
public class Sequences {
  private static final long LOOK_EVERY_NANOS = Duration.ofMillis(20).toNanos();
  private static final long LONGEST_LEAVE_NANOS = Duration.ofSeconds(10).toNanos();
  private final SequenceStore store;
  private final RunStore runs;
  private final Retiming retiming;
  private final Place place;
  private final Clock clock;
  private final Remembered<Known> known;

  Sequences(SequenceStore store, RunStore runs, Retiming retiming, Place place, Clock clock) {
    this.store = store;
    this.runs = runs;
    this.retiming = retiming;
    this.place = place;
    this.clock = clock;
    known = new Remembered<>(place.configuration(), this::read);
  }

  /**
   * All sequences as they were last read.
   *
   * @param byOffer the one that follows each offer
   * @param offers those that each follows, oldest first
   */
  private record Known(
      List<Sequence> all, Map<Long, Sequence> byOffer, Map<Long, List<Long>> offers) {}

  private Known read() {
    List<Sequence> all = store.all();
    Map<Long, Sequence> byId =
        all.stream().collect(Collectors.toMap(Sequence::id, Function.identity()));
    Map<Long, Sequence> byOffer = new TreeMap<>();
    store
        .following()
        .forEach((offer, id) -> Optional.ofNullable(byId.get(id)).map(s -> byOffer.put(offer, s)));
    return new Known(
        all,
        byOffer,
        byOffer.keySet().stream().collect(Collectors.groupingBy(o -> byOffer.get(o).id())));
  }

  /** Where a sequence is at home, and whose it is. */
  @org.springframework.stereotype.Component
  record Place(
      Emails emails,
      Outbox outbox,
      EditEffect effect,
      ConfigurationVersion configuration,
      Business business,
      Offers offers,
      TransactionOperations tx) {}

  private FillIns fillIns() {
    return place.business().now().settings().fillIns();
  }

  /** Those of the offers it follows too: what they give is known there. */
  private FillIns fillIns(long id) {
    return fillIns()
        .and(
            store.offers(id).stream()
                .flatMap(
                    offer -> place.offers().remembered(offer).settings().gives().fillIns().stream())
                .distinct()
                .toList());
  }

  /** The follow-up of an offer, which several can share. */
  public Sequence ofOffer(long offerId) {
    return store.ofOffer(offerId).orElseThrow(() -> new NotThere("This follow-up"));
  }

  /** A sequence that must exist. */
  public Sequence get(long id) {
    return store.find(id).orElseThrow(() -> new NotThere("This sequence"));
  }

  /** All of them from memory, oldest first: at most a second or two behind another instance. */
  public List<Sequence> remembered() {
    return known.now().all();
  }

  /** The follow-up of an offer, from memory. */
  public Optional<Sequence> rememberedOf(long offerId) {
    return Optional.ofNullable(known.now().byOffer().get(offerId));
  }

  /** The offers that a sequence follows, from memory. */
  public List<Long> rememberedOffers(long id) {
    return known.now().offers().getOrDefault(id, List.of());
  }

  /** The offers that a sequence follows. */
  public List<Long> offers(long id) {
    return store.offers(id);
  }

  /** How many steps of all sequences send each of these emails. */
  public Map<Long, Long> uses(List<Long> emailIds) {
    return store.uses(emailIds);
  }

  @EventListener
  void offerMade(OfferMade made) {
    long offerId = made.offer().id();
    long id = store.add(Optional.of(offerId), "After " + made.offer().settings().name());
    store.follows(offerId, id);
  }

  /** Makes an empty sequence that stands on its own. */
  @Transactional
  public Sequence make(String name) {
    SequenceDraft draft = new SequenceDraft(name.strip(), List.of());
    Refused.unlessNone(draft.check(fillIns()));
    long id = store.add(Optional.empty(), draft.name());
    place.configuration().changed();
    return get(id);
  }

  /** Has an offer followed by another sequence. Who is on the way of the old one goes on there. */
  @Transactional
  public Sequence follow(long offerId, long sequenceId) {
    Sequence chosen = get(sequenceId);
    store.follows(offerId, chosen.id());
    place.configuration().changed();
    return chosen;
  }

  /** What saving this draft would do, without doing it. */
  public EditEffect.Effect effect(long id, SequenceDraft draft) {
    SequenceDraft clean = draft.cleaned();
    Refused.unlessNone(clean.check(fillIns(id)));
    return place.effect().of(get(id), with(get(id), clean));
  }

  /** When each step would come for somebody who signs up now, in the draft's order. */
  public List<Retiming.Planned> plan(long id, SequenceDraft draft) {
    Refused.unlessNone(draft.check(fillIns(id)));
    return retiming.plan(with(get(id), draft));
  }

  /**
   * Saves, and re-times everybody on their way from the same anchors (T10): at once if that takes
   * no more than a second, else in the background.
   */
  public Sequence save(long id, int version, SequenceDraft draft) {
    Sequence saved = place.tx().execute(status -> saveNow(id, version, draft));
    retiming.beginWorkingOff(id);
    return saved;
  }

  /** How far the last edit has reached people on their way; empty when it has reached all. */
  public Optional<Retiming.Came> retiming(long id) {
    return retiming.came(id);
  }

  private Sequence saveNow(long id, int version, SequenceDraft draft) {
    SequenceDraft clean = draft.cleaned();
    Refused.unlessNone(clean.check(fillIns(id)));
    Sequence present = get(id);
    if (!store.save(id, version, clean)) {
      throw new ChangedMeanwhile("This follow-up");
    }
    saveSteps(present, clean);
    Sequence saved = get(id);
    retiming.begin(saved, clean.reopens());
    place.configuration().changed();
    return saved;
  }

  private void saveSteps(Sequence present, SequenceDraft draft) {
    List<Long> ranks = ranks(present, draft);
    Set<Long> kept = new HashSet<>();
    Set<Long> savedEmails = new HashSet<>();
    for (int i = 0; i < draft.steps().size(); i++) {
      SequenceDraft.StepDraft step = draft.steps().get(i);
      long emailId = saveEmail(step, savedEmails);
      if (step.id().isEmpty()) {
        store.addStep(present.id(), ranks.get(i), step, emailId);
      } else if (kept.add(step.id().get())
          && !store.saveStep(present.id(), ranks.get(i), step, emailId)) {
        throw new ChangedMeanwhile("This follow-up");
      }
    }
    Instant now = clock.instant();
    present.steps().stream()
        .map(email -> email.step().id())
        .filter(id -> !kept.contains(id))
        .forEach(id -> store.deleteStep(id, now));
  }

  /** The email of a step: a new one, or the one it names with its words as they are now. */
  private long saveEmail(SequenceDraft.StepDraft step, Set<Long> saved) {
    if (step.emailId().isEmpty()) {
      return place.emails().add(step.email());
    }
    long id = step.emailId().get();
    // A second step that sends the same email says nothing new of it.
    if (saved.add(id)) {
      place.emails().save(id, step.emailVersion(), step.email());
    }
    return id;
  }

  /**
   * Stops or lets go on (T14). A pause holds from the moment this returns; what is overdue then is
   * due at once, and T1 keeps the gaps.
   */
  public Sequence pause(long id, boolean paused) {
    Sequence changed = place.tx().execute(status -> pauseNow(id, paused));
    // What a dispatcher has in its hands at this moment leaves, or is given back, before the
    // answer.
    long until = System.nanoTime() + LONGEST_LEAVE_NANOS;
    while (paused && place.outbox().inHands(id) > 0 && System.nanoTime() < until) {
      LockSupport.parkNanos(LOOK_EVERY_NANOS);
    }
    return changed;
  }

  private Sequence pauseNow(long id, boolean paused) {
    get(id);
    store.lock(id);
    if (store.pause(id, paused ? Optional.of(clock.instant()) : Optional.empty())) {
      if (paused) {
        place.outbox().hold(id);
        runs.hold(id);
      } else {
        place.outbox().letGo(id);
        runs.letGo(id);
      }
      place.configuration().changed();
    }
    return get(id);
  }

  /** The sequence as it would be with this draft. */
  private static Sequence with(Sequence present, SequenceDraft draft) {
    List<Long> ranks = ranks(present, draft);
    List<Sequence.Email> steps =
        IntStream.range(0, ranks.size())
            .mapToObj(
                i -> {
                  SequenceDraft.StepDraft step = draft.steps().get(i);
                  // An added step has no id yet; a negative one cannot be among those handled.
                  Step timed =
                      new Step(
                          step.id().orElse(-1L - i),
                          ranks.get(i),
                          step.ready(),
                          step.rules().timing(),
                          step.rules().condition());
                  return new Sequence.Email(
                      timed, step.rules(), step.emailId().orElse(-1L), 0, step.email());
                })
            .toList();
    return new Sequence(
        present.id(),
        present.homeOffer(),
        draft.name(),
        present.version(),
        draft.rules(),
        present.paused(),
        steps);
  }

  private static List<Long> ranks(Sequence present, SequenceDraft draft) {
    Map<Long, Long> known = new HashMap<>(ranksById(present));
    return Ranks.reorder(
        draft.steps().stream()
            .map(s -> s.id().map(id -> known.getOrDefault(id, Ranks.NEW)).orElse(Ranks.NEW))
            .toList());
  }

  static Map<Long, Long> ranksById(Sequence sequence) {
    return sequence.timing().stream().collect(Collectors.toMap(Step::id, Step::rank));
  }
}
