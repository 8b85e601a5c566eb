package jeton.server.sequence;

import jeton.server.database.ConfigurationVersion;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Component;

/** A sequence and its steps saved, in the caller's transaction. */
@Component
public class SequenceSaving {
  private final Sequences sequences;
  private final SequenceStore store;
  private final StepEdits steps;
  private final SequenceFillIns fillIns;
  private final ConfigurationVersion configuration;

  SequenceSaving(
      Sequences sequences,
      SequenceStore store,
      StepEdits steps,
      SequenceFillIns fillIns,
      ConfigurationVersion configuration) {
    this.sequences = sequences;
    this.store = store;
    this.steps = steps;
    this.fillIns = fillIns;
    this.configuration = configuration;
  }

  /**
   * Saves what its owner wants of it.
   *
   * @param version the one the change was made from
   */
  public Sequence save(long id, int version, SequenceDraft draft) {
    SequenceDraft clean = draft.cleaned();
    Refused.unlessNone(clean.check(fillIns.of(id)));
    Sequence present = sequences.get(id);
    if (!store.save(id, version, clean)) {
      throw new ChangedMeanwhile("This follow-up");
    }
    steps.save(present, clean);
    configuration.changed();
    return sequences.get(id);
  }
}
