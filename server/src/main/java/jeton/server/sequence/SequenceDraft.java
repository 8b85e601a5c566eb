package jeton.server.sequence;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.followup.Ranks;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Step;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.server.markup.BodyHtml;

/**
 * A sequence as the owner wants it: the steps in their order.
 *
 * @param reopens whether runs that ended because no step was left go on with added ones (T11)
 */
public record SequenceDraft(
    String name, SequenceRules rules, List<StepDraft> steps, boolean reopens) {
  /** Most steps of a sequence. */
  public static final int MOST_STEPS = 50;

  public SequenceDraft {
    rules = rules == null ? SequenceRules.USUAL : rules;
    steps = List.copyOf(steps);
  }

  /** With the usual rules. */
  public SequenceDraft(String name, List<StepDraft> steps) {
    this(name, SequenceRules.USUAL, steps, false);
  }

  /**
   * One step.
   *
   * @param id empty for one that is new
   * @param emailId the email it sends; empty for a new one of its own
   * @param emailVersion the version the words were changed from
   */
  public record StepDraft(
      Optional<Long> id,
      Optional<Long> emailId,
      int emailVersion,
      boolean ready,
      StepRules rules,
      EmailContent email) {
    public StepDraft {
      id = id == null ? Optional.empty() : id;
      emailId = emailId == null ? Optional.empty() : emailId;
    }

    /** A new email after a plain wait. */
    public StepDraft(
        Optional<Long> id, boolean ready, int waitAmount, Wait.Unit unit, EmailContent email) {
      this(id, Optional.empty(), 0, ready, StepRules.after(waitAmount, unit), email);
    }

    /** A step as it is now. */
    public static StepDraft of(Sequence.Email email) {
      return new StepDraft(
          Optional.of(email.step().id()),
          Optional.of(email.emailId()),
          email.emailVersion(),
          email.step().ready(),
          email.rules(),
          email.content());
    }
  }

  /** A sequence as it is now. */
  public static SequenceDraft of(Sequence sequence) {
    return new SequenceDraft(
        sequence.name(),
        sequence.rules(),
        sequence.steps().stream().map(StepDraft::of).toList(),
        false);
  }

  /** The same with its writing cleaned. */
  public SequenceDraft cleaned() {
    List<StepDraft> clean = new ArrayList<>();
    for (StepDraft step : steps) {
      clean.add(
          new StepDraft(
              step.id(),
              step.emailId(),
              step.emailVersion(),
              step.ready(),
              step.rules(),
              BodyHtml.cleaned(step.email())));
    }
    return new SequenceDraft(name, rules, clean, reopens);
  }

  /** What keeps this from being saved. */
  public List<Problem> check(FillIns fillIns) {
    Problems problems = new Problems();
    problems.line(name, "name", "The name", 120);
    problems.when(name.isBlank(), "name", "empty", "The follow-up needs a name.");
    rules.check("rules", problems);
    problems.when(
        steps.size() > MOST_STEPS, "steps", "too_many", "A follow-up has at most 50 emails.");
    for (int i = 0; i < steps.size(); i++) {
      steps.get(i).email().check("steps[" + i + "].email", fillIns, problems);
      steps.get(i).rules().check("steps[" + i + "].rules", problems);
    }
    return problems.list();
  }

  /** The sequence as it would be with this */
  public Sequence on(Sequence present) {
    List<Long> ranks = ranks(present);
    List<Sequence.Email> steps =
        IntStream.range(0, ranks.size())
            .mapToObj(
                i -> {
                  SequenceDraft.StepDraft step = steps().get(i);
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
        name(),
        present.version(),
        rules(),
        present.paused(),
        steps);
  }

  /** A rank for each step: those that keep their order keep theirs (T9). */
  List<Long> ranks(Sequence present) {
    Map<Long, Long> known = new HashMap<>(ranksById(present));
    return Ranks.reorder(
        steps().stream()
            .map(s -> s.id().map(id -> known.getOrDefault(id, Ranks.NEW)).orElse(Ranks.NEW))
            .toList());
  }

  /** Ranks by the number of their step. */
  public static Map<Long, Long> ranksById(Sequence sequence) {
    return sequence.timing().stream().collect(Collectors.toMap(Step::id, Step::rank));
  }
}
