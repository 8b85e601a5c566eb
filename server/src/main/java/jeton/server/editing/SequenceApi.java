package jeton.server.editing;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.email.EmailContent;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.StepRules;
import jeton.server.numbers.Numbers;
import jeton.server.request.Paging;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Sequences over HTTP, an offer's follow-up among them. */
@RestController
@RequestMapping("/api")
class SequenceApi {
  private final Sequences sequences;
  private final SequenceEdits edits;
  private final SequencePreview preview;
  private final SequencePauses pauses;
  private final Retiming retiming;
  private final ProgressStore progress;
  private final Clock clock;

  SequenceApi(
      Sequences sequences,
      SequenceEdits edits,
      SequencePreview preview,
      SequencePauses pauses,
      Retiming retiming,
      ProgressStore progress,
      Clock clock) {
    this.sequences = sequences;
    this.edits = edits;
    this.preview = preview;
    this.pauses = pauses;
    this.retiming = retiming;
    this.progress = progress;
    this.clock = clock;
  }

  /**
   * A step.
   *
   * @param usedIn how many steps of all sequences send this email
   */
  record StepView(
      long id,
      long emailId,
      int emailVersion,
      long usedIn,
      boolean ready,
      StepRules rules,
      EmailContent email,
      StepNumbers numbers,
      Numbers.Share openRate,
      Numbers.Share clickRate) {}

  /**
   * A sequence.
   *
   * @param offers those it follows
   * @param dueByTomorrow how many get their next email within 24 hours
   * @param retiming how far the last edit has reached people on their way; empty when it has all
   */
  record SequenceView(
      long id,
      int version,
      String name,
      SequenceRules rules,
      boolean paused,
      List<Long> offers,
      List<StepView> steps,
      long onTheirWay,
      long dueByTomorrow,
      Optional<Retiming.Came> retiming) {}

  /** A sequence in a list. */
  record SequenceLine(
      long id,
      String name,
      boolean paused,
      SequenceRules rules,
      List<Long> offers,
      int emails,
      int drafts,
      long onTheirWay) {}

  /**
   * A page of sequences.
   *
   * @param total how many there are with these words
   */
  record SequenceRows(List<SequenceLine> rows, long total) {}

  record SequenceMade(String name) {}

  record SequenceSave(int version, SequenceDraft sequence) {}

  record SequencePause(boolean paused) {}

  record Followed(long sequenceId) {}

  @GetMapping("/offers/{offerId}/follow-up")
  SequenceView ofOffer(@PathVariable long offerId) {
    return view(sequences.ofOffer(offerId));
  }

  @PutMapping("/offers/{offerId}/follow-up")
  SequenceView follow(@PathVariable long offerId, @RequestBody Followed followed) {
    return view(sequences.follow(offerId, followed.sequenceId()));
  }

  /** Sequences by words of their names, oldest first, a page at a time from 0. */
  @GetMapping("/sequences")
  SequenceRows rows(@RequestParam Optional<String> words, @RequestParam Optional<Integer> page) {
    List<Sequence> found =
        sequences.remembered().stream()
            .filter(s -> Paging.holds(words, Stream.of(s.name())))
            .toList();
    List<Sequence> shown = Paging.page(found, page);
    Map<Long, Long> onTheirWay = progress.onTheirWay(shown.stream().map(Sequence::id).toList());
    return new SequenceRows(
        shown.stream().map(s -> line(s, onTheirWay.getOrDefault(s.id(), 0L))).toList(),
        found.size());
  }

  private SequenceLine line(Sequence s, long onTheirWay) {
    return new SequenceLine(
        s.id(),
        s.name(),
        s.paused(),
        s.rules(),
        sequences.rememberedOffers(s.id()),
        s.steps().size(),
        (int) s.timing().stream().filter(step -> !step.ready()).count(),
        onTheirWay);
  }

  @PostMapping("/sequences")
  @ResponseStatus(HttpStatus.CREATED)
  SequenceView make(@RequestBody SequenceMade made) {
    return view(sequences.make(made.name()));
  }

  @GetMapping("/sequences/{id}")
  SequenceView get(@PathVariable long id) {
    return view(sequences.get(id));
  }

  @PutMapping("/sequences/{id}")
  SequenceView put(@PathVariable long id, @RequestBody SequenceSave save) {
    return view(edits.save(id, save.version(), save.sequence()));
  }

  @PostMapping("/sequences/{id}/effect")
  EditEffect.Effect effect(@PathVariable long id, @RequestBody SequenceDraft draft) {
    return preview.effect(id, draft);
  }

  @PostMapping("/sequences/{id}/plan")
  List<SequencePlan.Planned> plan(@PathVariable long id, @RequestBody SequenceDraft draft) {
    return preview.plan(id, draft);
  }

  @PutMapping("/sequences/{id}/paused")
  SequenceView pause(@PathVariable long id, @RequestBody SequencePause pause) {
    return view(pauses.pause(id, pause.paused()));
  }

  private SequenceView view(Sequence sequence) {
    Map<Long, StepNumbers> numbers =
        progress.counts(sequence.id()).stream()
            .collect(Collectors.toMap(StepNumbers::stepId, Function.identity()));
    Map<Long, Long> uses =
        sequences.uses(sequence.steps().stream().map(Sequence.Email::emailId).toList());
    List<StepView> steps =
        sequence.steps().stream()
            .map(
                email ->
                    view(
                        email,
                        uses.getOrDefault(email.emailId(), 1L),
                        numbers.getOrDefault(
                            email.step().id(), StepNumbers.none(email.step().id()))))
            .toList();
    return new SequenceView(
        sequence.id(),
        sequence.version(),
        sequence.name(),
        sequence.rules(),
        sequence.paused(),
        sequences.offers(sequence.id()),
        steps,
        progress.onTheirWay(sequence.id()),
        progress.dueBefore(sequence.id(), clock.instant().plus(Duration.ofDays(1))),
        retiming.came(sequence.id()));
  }

  private static StepView view(Sequence.Email email, long usedIn, StepNumbers numbers) {
    return new StepView(
        email.step().id(),
        email.emailId(),
        email.emailVersion(),
        usedIn,
        email.step().ready(),
        email.rules(),
        email.content(),
        numbers,
        numbers.openRate(),
        numbers.clickRate());
  }
}
