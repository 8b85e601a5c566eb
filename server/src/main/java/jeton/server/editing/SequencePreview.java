package jeton.server.editing;

import java.util.List;
import jeton.server.problem.Refused;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.SequenceFillIns;
import jeton.server.sequence.Sequences;
import org.springframework.stereotype.Service;

/** What saving a draft would do, without doing it (T9 to T11). */
@Service
public class SequencePreview {
  private final Sequences sequences;
  private final SequenceFillIns fillIns;
  private final EditEffect effect;
  private final SequencePlan plan;

  SequencePreview(
      Sequences sequences, SequenceFillIns fillIns, EditEffect effect, SequencePlan plan) {
    this.sequences = sequences;
    this.fillIns = fillIns;
    this.effect = effect;
    this.plan = plan;
  }

  /** What saving this draft would do, without doing it. */
  public EditEffect.Effect effect(long id, SequenceDraft draft) {
    SequenceDraft clean = draft.cleaned();
    Refused.unlessNone(clean.check(fillIns.of(id)));
    Sequence present = sequences.get(id);
    return effect.of(present, clean.on(present));
  }

  /** When each step would come for somebody who signs up now, in the draft's order. */
  public List<SequencePlan.Planned> plan(long id, SequenceDraft draft) {
    Refused.unlessNone(draft.check(fillIns.of(id)));
    return plan.of(draft.on(sequences.get(id)));
  }
}
