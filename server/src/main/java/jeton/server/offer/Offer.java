package jeton.server.offer;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;

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

  /**
   * A file the offer hands over.
   *
   * @param number its place, from 1, as in {@code /g/{token}/files/{n}}
   * @param size octets
   */
  public record OfferFile(
      long id, int number, String hash, String name, long size, String mediaType) {}
}
