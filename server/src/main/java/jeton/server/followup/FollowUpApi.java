package jeton.server.followup;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.followup.Wait;
import jeton.core.mail.EmailContent;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The follow-up of an offer over HTTP. */
@RestController
@RequestMapping("/api/offers/{offerId}/follow-up")
class FollowUpApi {
  private final Sequences sequences;

  FollowUpApi(Sequences sequences) {
    this.sequences = sequences;
  }

  record StepView(
      long id,
      boolean ready,
      int waitAmount,
      Wait.Unit waitUnit,
      EmailContent email,
      long sent,
      long ahead) {}

  record FollowUpView(int version, String name, List<StepView> steps, long onTheirWay) {}

  record FollowUpSave(int version, SequenceDraft sequence) {}

  @GetMapping
  FollowUpView get(@PathVariable long offerId) {
    return view(sequences.ofOffer(offerId));
  }

  @PostMapping("/effect")
  Sequences.Effect effect(@PathVariable long offerId, @RequestBody SequenceDraft draft) {
    return sequences.effect(offerId, draft);
  }

  @PostMapping("/plan")
  List<Instant> plan(@PathVariable long offerId, @RequestBody SequenceDraft draft) {
    return sequences.plan(offerId, draft);
  }

  @PutMapping
  FollowUpView put(@PathVariable long offerId, @RequestBody FollowUpSave save) {
    return view(sequences.save(offerId, save.version(), save.sequence()));
  }

  private FollowUpView view(Sequence sequence) {
    List<Sequences.StepCount> counts = sequences.counts(sequence.id());
    List<StepView> steps = sequence.steps().stream().map(email -> view(email, counts)).toList();
    return new FollowUpView(
        sequence.version(), sequence.name(), steps, sequences.onTheirWay(sequence.id()));
  }

  private static StepView view(Sequence.Email email, List<Sequences.StepCount> counts) {
    Optional<Sequences.StepCount> count =
        counts.stream().filter(c -> c.stepId() == email.step().id()).findFirst();
    Wait delay = email.step().timing().delay();
    return new StepView(
        email.step().id(),
        email.step().ready(),
        delay.amount(),
        delay.unit(),
        email.content(),
        count.map(Sequences.StepCount::sent).orElse(0L),
        count.map(Sequences.StepCount::ahead).orElse(0L));
  }
}
