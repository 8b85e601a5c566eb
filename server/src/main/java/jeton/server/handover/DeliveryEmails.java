package jeton.server.handover;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.mail.EmailContent;
import jeton.server.business.PublicUrl;
import jeton.server.mail.EmailSource;
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
  public Optional<EmailContent> content(OutgoingEmail email) {
    return Optional.of(offers.remembered(email.offerId()).settings().handOver().email());
  }

  @Override
  public Map<Long, String> makeLinks(List<Claimed> batch) {
    Map<Passes.Holder, String> tokens =
        passes.newLinks(batch.stream().map(DeliveryEmails::holder).distinct().toList());
    return batch.stream()
        .collect(
            Collectors.toMap(Claimed::outboxId, c -> publicUrl.of("/g/" + tokens.get(holder(c)))));
  }

  private static Passes.Holder holder(Claimed claimed) {
    return new Passes.Holder(claimed.email().personId(), claimed.email().offerId());
  }
}
