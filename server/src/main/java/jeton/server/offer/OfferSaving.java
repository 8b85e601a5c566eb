package jeton.server.offer;

/**
 * An offer is about to be saved, in this transaction: a kind's room may have something to say
 * against it.
 *
 * @param before as it stands
 * @param settings as they will be
 */
public record OfferSaving(Offer before, OfferSettings settings) {}
