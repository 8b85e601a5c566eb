package jeton.server.numbers;

import java.util.List;
import java.util.Map;
import jeton.core.numbers.Rate;
import org.springframework.stereotype.Service;

/** Counts along the track (rule N1) with their rates (N2). */
@Service
public class Numbers {
  private final NumberStore store;

  Numbers(NumberStore store) {
    this.store = store;
  }

  /** How many came how far: views of the page, then people. */
  public record Track(
      long seen, long signedUp, long confirmed, long handedOver, long used, long followedUp) {
    /** Nobody yet. */
    public static final Track EMPTY = new Track(0, 0, 0, 0, 0, 0);

    /** Both together. */
    public Track plus(Track more) {
      return new Track(
          seen + more.seen,
          signedUp + more.signedUp,
          confirmed + more.confirmed,
          handedOver + more.handedOver,
          used + more.used,
          followedUp + more.followedUp);
    }

    /** From "signed up" on, each against the count before it. */
    public List<Share> shares() {
      return List.of(
          Share.of(confirmed, signedUp),
          Share.of(handedOver, confirmed),
          Share.of(used, handedOver),
          Share.of(followedUp, handedOver));
    }
  }

  /**
   * A rate with its 95 % interval, 0 to 1.
   *
   * @param of how many stand behind it; with none there is nothing to show
   */
  public record Share(double share, double low, double high, boolean intervalShown, long of) {

    /** So many out of so many. */
    public static Share of(long successes, long all) {
      // Somebody handed over with confirmation off was never asked to confirm, so a later count can
      // be the larger one.
      Rate rate = new Rate(Math.min(successes, all), all);
      return new Share(rate.share(), rate.low(), rate.high(), rate.intervalShown(), all);
    }
  }

  /** The track of one offer. */
  public Track track(long offerId) {
    return store.tracks(List.of(offerId)).getOrDefault(offerId, Track.EMPTY);
  }

  /** The tracks of several offers. */
  public Map<Long, Track> tracks(List<Long> offerIds) {
    return offerIds.isEmpty() ? Map.of() : store.tracks(offerIds);
  }

  /** How many people wait to confirm, in all. */
  public long waitingToConfirm() {
    return store.waitingToConfirm();
  }
}
