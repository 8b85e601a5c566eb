package jeton.server.handover;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jeton.core.email.EmailContent;
import jeton.server.business.PublicUrl;
import jeton.server.email.EmailSource;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import org.springframework.stereotype.Component;

/** What delivery emails say: the offer's words, and the reader's own pass behind the button. */
@Component
class DeliveryEmails implements EmailSource {
  private final Offers offers;
  private final Passes passes;
  private final PublicUrl publicUrl;

  DeliveryEmails(Offers offers, Passes passes, PublicUrl publicUrl) {
    this.offers = offers;
    this.passes = passes;
    this.publicUrl = publicUrl;
  }

  @Override
  public OutgoingEmail.Kind kind() {
    return OutgoingEmail.Kind.DELIVERY;
  }

  @Override
  public Map<Long, EmailContent> contents(List<Claimed> batch) {
    return batch.stream()
        .collect(
            Collectors.toMap(
                Claimed::outboxId,
                c -> offers.remembered(c.email().ofOffer()).settings().handOver().email()));
  }

  @Override
  public Map<Long, String> makeLinks(List<Written> batch) {
    Map<Long, Passes.Holder> holders =
        batch.stream()
            .collect(
                Collectors.toMap(
                    Written::outboxId,
                    w -> new Passes.Holder(w.email().personId(), w.email().ofOffer())));
    return passes.newLinks(holders).entrySet().stream()
        .collect(
            Collectors.toMap(Map.Entry::getKey, link -> publicUrl.of("/g/" + link.getValue())));
  }
}
