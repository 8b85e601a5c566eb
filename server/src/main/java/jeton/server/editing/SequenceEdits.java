package jeton.server.editing;

import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.SequenceSaving;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/** Sequences as their owner changes them (T7 to T11). */
@Service
public class SequenceEdits {
  private final SequenceSaving saving;
  private final Retiming retiming;
  private final TransactionOperations tx;

  SequenceEdits(SequenceSaving saving, Retiming retiming, TransactionOperations tx) {
    this.saving = saving;
    this.retiming = retiming;
    this.tx = tx;
  }

  /**
   * Saves, and re-times everybody on their way from the same anchors (T10): at once if that takes
   * no more than a second, else in the background.
   */
  public Sequence save(long id, int version, SequenceDraft draft) {
    Sequence saved = tx.execute(status -> saveNow(id, version, draft));
    retiming.beginWorkingOff(id);
    return saved;
  }

  private Sequence saveNow(long id, int version, SequenceDraft draft) {
    Sequence saved = saving.save(id, version, draft);
    retiming.begin(saved, draft.reopens());
    return saved;
  }
}
