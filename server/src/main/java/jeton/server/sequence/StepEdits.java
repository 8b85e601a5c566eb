package jeton.server.sequence;

import java.time.Clock;
import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import jeton.server.email.Emails;
import jeton.server.problem.ChangedMeanwhile;
import org.springframework.stereotype.Component;

/** The steps of a sequence, saved in the caller's transaction. */
@Component
class StepEdits {
  private final SequenceStore store;
  private final Emails emails;
  private final Clock clock;

  StepEdits(SequenceStore store, Emails emails, Clock clock) {
    this.store = store;
    this.emails = emails;
    this.clock = clock;
  }

  void save(Sequence present, SequenceDraft draft) {
    List<Long> ranks = draft.ranks(present);
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
      return emails.add(step.email());
    }
    long id = step.emailId().get();
    // A second step that sends the same email says nothing new of it.
    if (saved.add(id)) {
      emails.save(id, step.emailVersion(), step.email());
    }
    return id;
  }
}
