package jeton.server.sequence;

import jeton.core.email.FillIns;
import jeton.server.business.Business;
import jeton.server.offer.Offers;
import org.springframework.stereotype.Component;

/** What the emails of a sequence can name. */
@Component
public class SequenceFillIns {
  private final SequenceStore store;
  private final Business business;
  private final Offers offers;

  SequenceFillIns(SequenceStore store, Business business, Offers offers) {
    this.store = store;
    this.business = business;
    this.offers = offers;
  }

  /** What is known everywhere. */
  FillIns common() {
    return business.now().settings().fillIns();
  }

  /** What is known everywhere, and what the offers it follows give. */
  public FillIns of(long id) {
    return common()
        .and(
            store.offers(id).stream()
                .flatMap(offer -> offers.remembered(offer).settings().gives().fillIns().stream())
                .distinct()
                .toList());
  }
}
