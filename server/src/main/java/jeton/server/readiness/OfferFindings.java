package jeton.server.readiness;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import jeton.core.readiness.Finding;
import jeton.server.offer.Findings;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Component;

/** Readiness, as offers show it. */
@Component
class OfferFindings implements Findings {
  private final ReadinessCheck readiness;
  private final Fixes fixes;

  OfferFindings(ReadinessCheck readiness, Fixes fixes) {
    this.readiness = readiness;
    this.fixes = fixes;
  }

  @Override
  public Map<Long, List<Finding>> of(Collection<Offer> offers) {
    return readiness.of(offers);
  }

  @Override
  public void cure(long offerId, String code, String control) {
    fixes.fix(offerId, code, control);
  }
}
