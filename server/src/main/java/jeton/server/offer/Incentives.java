package jeton.server.offer;

import jeton.server.email.Incentive;
import jeton.server.email.IncentiveSource;
import org.springframework.stereotype.Component;

/** What offers give, for emails that show it. */
@Component
class Incentives implements IncentiveSource {
  private final Offers offers;

  Incentives(Offers offers) {
    this.offers = offers;
  }

  @Override
  public Incentive of(long offerId) {
    Offer offer = offers.remembered(offerId);
    return new Incentive(
        offer.settings().name(),
        offer.files().stream()
            .map(file -> new Incentive.File(file.name(), FileSize.words(file.size())))
            .toList());
  }
}
