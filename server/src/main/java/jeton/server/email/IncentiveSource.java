package jeton.server.email;

/** Tells what an offer gives; implemented by the capability that knows offers. */
public interface IncentiveSource {

  /** From memory: at most a second or two behind another instance. */
  Incentive of(long offerId);
}
