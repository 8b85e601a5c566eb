package jeton.server.sequence;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.email.EmailContent;
import jeton.server.business.PublicUrl;
import jeton.server.email.EmailSource;
import jeton.server.mail.OutgoingEmail;
import jeton.server.pass.Passes;
import org.springframework.stereotype.Component;

/** What follow-up emails say: the newest ready version of their step. */
@Component
class FollowUpEmails implements EmailSource {
  private final SequenceStore sequences;
  private final EmailTrials trials;
  private final Passes passes;
  private final PublicUrl publicUrl;

  FollowUpEmails(SequenceStore sequences, EmailTrials trials, Passes passes, PublicUrl publicUrl) {
    this.sequences = sequences;
    this.trials = trials;
    this.passes = passes;
    this.publicUrl = publicUrl;
  }

  @Override
  public OutgoingEmail.Kind kind() {
    return OutgoingEmail.Kind.FOLLOW_UP;
  }

  @Override
  public Map<Long, EmailContent> contents(List<Claimed> batch) {
    Map<Long, SequenceStore.Said> byStep =
        sequences.contents(
            batch.stream().map(c -> c.email().stepId().orElseThrow()).distinct().toList());
    Map<Long, SequenceStore.Said> said = new HashMap<>();
    for (Claimed claimed : batch) {
      SequenceStore.Said now = byStep.get(claimed.email().stepId().orElseThrow());
      if (now != null) {
        said.put(claimed.outboxId(), now);
      }
    }
    return trials.contents(batch, said);
  }

  @Override
  public Set<Long> held(List<Claimed> batch) {
    Set<Long> paused =
        sequences.pausedSteps(
            batch.stream().map(c -> c.email().stepId().orElseThrow()).distinct().toList());
    return batch.stream()
        .filter(claimed -> paused.contains(claimed.email().stepId().orElseThrow()))
        .map(Claimed::outboxId)
        .collect(Collectors.toSet());
  }

  @Override
  public Map<Long, Long> lists(List<Claimed> batch) {
    Map<Long, Long> byStep =
        sequences.lists(
            batch.stream().map(c -> c.email().stepId().orElseThrow()).distinct().toList());
    Map<Long, Long> lists = new HashMap<>();
    for (Claimed claimed : batch) {
      lists.put(claimed.outboxId(), byStep.get(claimed.email().stepId().orElseThrow()));
    }
    return lists;
  }

  /** A sequence that stands on its own has no pass to give. */
  @Override
  public Map<Long, String> makeLinks(List<Written> batch) {
    Map<Long, Passes.Holder> holders = new HashMap<>();
    batch.stream()
        .filter(written -> written.content().handsOver())
        .filter(written -> written.email().offerId().isPresent())
        .forEach(
            written ->
                holders.put(
                    written.outboxId(),
                    new Passes.Holder(written.email().personId(), written.email().ofOffer())));
    Map<Long, String> links = new HashMap<>();
    passes
        .newLinks(holders)
        .forEach((outboxId, token) -> links.put(outboxId, publicUrl.of("/g/" + token)));
    return links;
  }
}
