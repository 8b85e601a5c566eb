package jeton.server.email;

import java.util.Map;
import java.util.Optional;
import jeton.core.incentive.Incentive;
import jeton.server.markup.Gift;

/** Tells what an offer gives; implemented by the capability that knows the kinds. */
public interface GiftSource {

  /**
   * From memory: at most a second or two behind another instance.
   *
   * @param instead what is given, as it need not be saved yet
   */
  Gift of(long offerId, Optional<Incentive> instead);

  /** As it is. */
  default Gift of(long offerId) {
    return of(offerId, Optional.empty());
  }

  /**
   * Whose gift of which offer.
   *
   * @param delivers whether it is told by the very email that delivers it
   */
  record Holder(long personId, long offerId, boolean delivers) {
    /** Told later. */
    public Holder(long personId, long offerId) {
      this(personId, offerId, false);
    }
  }

  /**
   * What fill-ins stand for, by their names, for each of these; without an entry nothing is known.
   *
   * @param holders by any number of the caller's
   */
  Map<Long, Map<String, String>> told(Map<Long, Holder> holders);

  /**
   * What they stand for when a made-up person reads.
   *
   * @param instead what is given, as it need not be saved yet
   */
  Map<String, String> sample(long offerId, Optional<Incentive> instead);

  /** For one person. */
  default Map<String, String> told(long personId, Optional<Long> offerId) {
    return offerId
        .map(offer -> told(Map.of(0L, new Holder(personId, offer))).getOrDefault(0L, Map.of()))
        .orElse(Map.of());
  }
}
