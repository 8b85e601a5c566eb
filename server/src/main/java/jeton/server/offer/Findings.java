package jeton.server.offer;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import jeton.core.readiness.Finding;

/**
 * What would go wrong with an offer, and its cures; given by the capability that judges
 * (readiness).
 */
public interface Findings {

  /** What would go wrong with each of several offers as they stand, by their ids. */
  Map<Long, List<Finding>> of(Collection<Offer> offers);

  /** Cures one finding, which must still hold. */
  void cure(long offerId, String code, String control);
}
