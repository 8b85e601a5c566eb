package jeton.server.incentive;

import jeton.server.offer.Offer;

/** Hears that what an offer gave was used for the first time (P4). */
public interface UseListener {

  /** A person used it, in that transaction, the person's row locked. */
  void used(Offer offer, long personId);
}
