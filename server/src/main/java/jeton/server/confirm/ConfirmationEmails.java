package jeton.server.confirm;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.email.EmailContent;
import jeton.server.business.PublicUrl;
import jeton.server.email.EmailSource;
import jeton.server.mail.OutgoingEmail;
import jeton.server.offer.Offers;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What confirmation emails say. Each gets a link of its own, good from when it is sent. */
@Component
class ConfirmationEmails implements EmailSource {
  private final ConfirmationStore store;
  private final Offers offers;
  private final ConfirmationTrials trials;
  private final PublicUrl publicUrl;
  private final Clock clock;

  ConfirmationEmails(
      ConfirmationStore store,
      Offers offers,
      ConfirmationTrials trials,
      PublicUrl publicUrl,
      Clock clock) {
    this.store = store;
    this.offers = offers;
    this.trials = trials;
    this.publicUrl = publicUrl;
    this.clock = clock;
  }

  @Override
  public OutgoingEmail.Kind kind() {
    return OutgoingEmail.Kind.CONFIRMATION;
  }

  @Override
  public Map<Long, EmailContent> contents(List<Claimed> batch) {
    return trials.contents(batch);
  }

  @Override
  @Transactional
  public Map<Long, String> makeLinks(List<Written> batch) {
    Instant now = clock.instant();
    Map<Long, String> links = new HashMap<>();
    for (Written claimed : batch) {
      String token = Tokens.random();
      int days = offers.remembered(claimed.email().ofOffer()).settings().confirm().daysGood();
      long signUpId = claimed.email().signUpId().orElseThrow();
      store.add(Tokens.hash(token), signUpId, now, ConfirmationRules.expiry(now, days));
      links.put(claimed.outboxId(), publicUrl.of("/c/" + token));
    }
    return links;
  }
}
