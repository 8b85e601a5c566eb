package jeton.server.followup;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jeton.core.followup.Plan;
import jeton.core.followup.Progress;
import jeton.core.followup.Ranks;
import jeton.core.followup.SendTimes;
import jeton.core.followup.Step;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import jeton.core.mail.EmailContent;
import jeton.server.business.Business;
import jeton.server.database.ConfigurationVersion;
import jeton.server.mail.BodyHtml;
import jeton.server.offer.OfferMade;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Follow-up sequences: read, changed, and what a change does to people on their way (T9, T10). */
@Service
public class Sequences {
  private static final int PAGE = 1000;
  private static final Duration SOON = Duration.ofHours(1);

  private final SequenceStore store;
  private final RunStore runs;
  private final Business business;
  private final ConfigurationVersion configuration;
  private final Clock clock;

  Sequences(SequenceStore store, RunStore runs, Place place, Clock clock) {
    this.store = store;
    this.runs = runs;
    this.business = place.business();
    this.configuration = place.configuration();
    this.clock = clock;
  }

  /** Where a sequence is at home. */
  @org.springframework.stereotype.Component
  record Place(Business business, ConfigurationVersion configuration) {}

  /** A step's numbers. */
  public record StepCount(long stepId, long sent, long ahead) {}

  /**
   * What saving would do to people on their way.
   *
   * @param onTheirWay how many are
   * @param retimed how many get their next email at another moment
   * @param withinTheHour how many more would get an email within the next hour (T10)
   * @param pastNewSteps how many are past the place of an added or moved step and will not get it
   *     (T9)
   */
  public record Effect(long onTheirWay, long retimed, long withinTheHour, long pastNewSteps) {}

  /** The follow-up of an offer. */
  public Sequence ofOffer(long offerId) {
    return store.ofOffer(offerId).orElseThrow(() -> new NotThere("This follow-up"));
  }

  /** Numbers per step. */
  public List<StepCount> counts(long sequenceId) {
    return runs.counts(sequenceId).stream()
        .map(c -> new StepCount(c.stepId(), c.sent(), c.ahead()))
        .toList();
  }

  /** How many people are on their way through it. */
  public long onTheirWay(long sequenceId) {
    return runs.onTheirWay(sequenceId);
  }

  @EventListener
  void offerMade(OfferMade made) {
    store.add(made.offer().id(), "After " + made.offer().settings().name());
  }

  /** What saving this draft would do, without doing it. */
  @Transactional(readOnly = true)
  public Effect effect(long offerId, SequenceDraft draft) {
    Refused.unlessNone(cleaned(draft).check());
    Sequence present = ofOffer(offerId);
    return compare(present, steps(present, draft), (run, due) -> {});
  }

  /**
   * When each step would come for somebody who signs up now, in the draft's order. A draft step is
   * shown where it would come if it were ready; the others do not wait for it (T7).
   */
  public List<Instant> plan(long offerId, SequenceDraft draft) {
    Refused.unlessNone(cleaned(draft).check());
    ZoneId zone = business.now().settings().zoneId();
    List<Instant> moments = new ArrayList<>();
    Instant anchor = clock.instant();
    for (Step step : steps(ofOffer(offerId), draft)) {
      Instant due = SendTimes.due(step.timing(), anchor, zone);
      moments.add(due);
      anchor = step.ready() ? due : anchor;
    }
    return moments;
  }

  /** Saves, and re-times everybody on their way from the same anchors (T10). */
  @Transactional
  public Sequence save(long offerId, int version, SequenceDraft draft) {
    SequenceDraft clean = cleaned(draft);
    Refused.unlessNone(clean.check());
    Sequence present = ofOffer(offerId);
    if (!store.save(present.id(), version, clean.name())) {
      throw new ChangedMeanwhile("This follow-up");
    }
    saveSteps(present, clean);
    Sequence saved = ofOffer(offerId);
    compare(
        present,
        saved.timing(),
        (run, due) -> runs.waitFor(run.id(), run.anchor(), due.step().id(), due.at()));
    configuration.changed();
    return saved;
  }

  private void saveSteps(Sequence present, SequenceDraft draft) {
    List<Long> ranks = ranks(present, draft);
    Set<Long> kept = new HashSet<>();
    for (int i = 0; i < draft.steps().size(); i++) {
      SequenceDraft.StepDraft step = draft.steps().get(i);
      if (step.id().isEmpty()) {
        store.addStep(present.id(), ranks.get(i), step);
      } else if (kept.add(step.id().get())) {
        if (!store.saveStep(present.id(), step.id().get(), ranks.get(i), step)) {
          throw new ChangedMeanwhile("This follow-up");
        }
      }
    }
    Instant now = clock.instant();
    present.steps().stream()
        .map(email -> email.step().id())
        .filter(id -> !kept.contains(id))
        .forEach(id -> store.deleteStep(id, now));
  }

  /** Goes through everybody who waits, and tells who would wait for something else. */
  private Effect compare(
      Sequence present, List<Step> wanted, BiConsumer<RunStore.Run, Plan.Due> changed) {
    Instant now = clock.instant();
    ZoneId zone = business.now().settings().zoneId();
    Map<Long, Long> places =
        present.timing().stream().collect(Collectors.toMap(Step::id, Step::rank));
    List<Step> placedAnew =
        wanted.stream().filter(s -> places.getOrDefault(s.id(), Ranks.NEW) != s.rank()).toList();
    long retimed = 0;
    long soon = 0;
    long past = 0;
    List<RunStore.Run> page = runs.waiting(present.id(), 0, PAGE);
    while (!page.isEmpty()) {
      Map<Long, Set<Long>> handled = runs.handled(page.stream().map(RunStore.Run::id).toList());
      for (RunStore.Run run : page) {
        Progress progress = new Progress(run.lastRank(), handled.getOrDefault(run.id(), Set.of()));
        Optional<Plan.Due> next = Plan.next(wanted, progress, run.anchor(), zone);
        if (next.isPresent() && !next.get().at().equals(run.nextDueAt().orElseThrow())) {
          retimed++;
          boolean wasLater = run.nextDueAt().get().isAfter(now.plus(SOON));
          soon += wasLater && !next.get().at().isAfter(now.plus(SOON)) ? 1 : 0;
        }
        next.ifPresent(due -> changed.accept(run, due));
        past +=
            placedAnew.stream().anyMatch(s -> run.lastRank().filter(r -> s.rank() <= r).isPresent())
                ? 1
                : 0;
      }
      page = runs.waiting(present.id(), page.get(page.size() - 1).id(), PAGE);
    }
    return new Effect(runs.onTheirWay(present.id()), retimed, soon, past);
  }

  private static List<Step> steps(Sequence present, SequenceDraft draft) {
    List<Long> ranks = ranks(present, draft);
    return IntStream.range(0, ranks.size())
        .mapToObj(
            i -> {
              SequenceDraft.StepDraft step = draft.steps().get(i);
              StepTiming timing = StepTiming.after(new Wait(step.waitAmount(), step.waitUnit()));
              // An added step has no id yet; a negative one cannot be among those handled.
              return new Step(step.id().orElse(-1L - i), ranks.get(i), step.ready(), timing);
            })
        .toList();
  }

  private static List<Long> ranks(Sequence present, SequenceDraft draft) {
    Map<Long, Long> known =
        present.timing().stream().collect(Collectors.toMap(Step::id, Step::rank));
    return Ranks.reorder(
        draft.steps().stream()
            .map(s -> s.id().map(id -> known.getOrDefault(id, Ranks.NEW)).orElse(Ranks.NEW))
            .toList());
  }

  private static SequenceDraft cleaned(SequenceDraft draft) {
    List<SequenceDraft.StepDraft> steps = new ArrayList<>();
    for (SequenceDraft.StepDraft s : draft.steps()) {
      EmailContent e = s.email();
      EmailContent clean =
          new EmailContent(e.subject(), e.preview(), BodyHtml.cleaned(e.body()), e.button());
      steps.add(
          new SequenceDraft.StepDraft(s.id(), s.ready(), s.waitAmount(), s.waitUnit(), clean));
    }
    return new SequenceDraft(draft.name(), steps);
  }
}
