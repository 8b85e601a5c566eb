package jeton.server.followup;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.mail.EmailContent;
import jeton.server.business.PublicUrl;
import jeton.server.mail.EmailSource;
import jeton.server.mail.OutgoingEmail;
import jeton.server.pass.Passes;
import org.springframework.stereotype.Component;

/** What follow-up emails say: the newest ready version of their step. */
@Component
class FollowUpEmails implements EmailSource {
  private final SequenceStore sequences;
  private final Passes passes;
  private final PublicUrl publicUrl;

  FollowUpEmails(SequenceStore sequences, Passes passes, PublicUrl publicUrl) {
    this.sequences = sequences;
    this.passes = passes;
    this.publicUrl = publicUrl;
  }

  @Override
  public OutgoingEmail.Kind kind() {
    return OutgoingEmail.Kind.FOLLOW_UP;
  }

  @Override
  public Optional<EmailContent> content(OutgoingEmail email) {
    return sequences.content(email.stepId().orElseThrow());
  }

  @Override
  public Map<Long, String> makeLinks(List<Claimed> batch) {
    List<Claimed> handingOver =
        batch.stream().filter(claimed -> claimed.content().handsOver()).toList();
    Map<Passes.Holder, String> tokens =
        passes.newLinks(handingOver.stream().map(FollowUpEmails::holder).distinct().toList());
    return handingOver.stream()
        .filter(claimed -> tokens.containsKey(holder(claimed)))
        .collect(
            Collectors.toMap(
                Claimed::outboxId, claimed -> publicUrl.of("/g/" + tokens.get(holder(claimed)))));
  }

  private static Passes.Holder holder(Claimed claimed) {
    return new Passes.Holder(claimed.email().personId(), claimed.email().offerId());
  }
}
