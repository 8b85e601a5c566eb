package jeton.core.offer;

/** Whether an offer takes sign-ups. Passes and follow-ups already given go on in every state. */
public enum OfferState {
  /** Being made; its page is shown to nobody. */
  DRAFT,
  /** Takes sign-ups. */
  LIVE,
  /** Stopped for a while. */
  PAUSED,
  /** Over for good. */
  ENDED
}
