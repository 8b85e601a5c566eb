package jeton.server.offer;

import java.util.List;
import jeton.core.readiness.Finding;

/**
 * What would go wrong with an offer, and its cures; given by the capability that judges
 * (readiness).
 */
public interface Findings {

  /** What would go wrong with an offer as it stands. */
  List<Finding> of(Offer offer);

  /** Cures one finding, which must still hold. */
  void cure(long offerId, String code, String control);
}
