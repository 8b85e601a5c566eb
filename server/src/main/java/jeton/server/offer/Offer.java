package jeton.server.offer;

import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import jeton.core.incentive.Incentive;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.server.files.FileAnswers;

/**
 * An offer as it stands.
 *
 * @param version grows with each save of {@code settings}
 * @param liveSince when it last went live
 */
public record Offer(
    long id,
    OfferKind kind,
    OfferState state,
    OfferSettings settings,
    List<OfferFile> files,
    int version,
    Instant updatedAt,
    Optional<Instant> liveSince) {

  /** The same, giving something else of its kind: for looking at before it is saved. */
  public Offer giving(Incentive other) {
    return new Offer(
        id,
        kind,
        state,
        new OfferSettings(
            settings.name(), settings.slug(), settings.confirm(), settings.handOver(), other),
        files,
        version,
        updatedAt,
        liveSince);
  }

  /**
   * When what somebody is given then ends: a code, else the pass; empty for never.
   *
   * @param zone the business's
   */
  public Optional<Instant> endOf(Instant given, ZoneId zone) {
    return settings
        .gives()
        .end(given, zone)
        .or(() -> settings.handOver().limits().expiry(given, zone));
  }

  /**
   * A file the offer hands over.
   *
   * @param number its place, from 1, as in {@code /g/{token}/files/{n}}
   * @param size octets
   */
  public record OfferFile(
      long id, int number, String hash, String name, long size, String mediaType) {

    /**
     * It as it is sent.
     *
     * @param inPlace whether a page plays it where it stands
     */
    public FileAnswers.Sent sent(boolean inPlace) {
      return new FileAnswers.Sent(hash, name, mediaType, size, inPlace);
    }
  }
}
