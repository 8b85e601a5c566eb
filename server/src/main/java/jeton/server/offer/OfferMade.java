package jeton.server.offer;

/** An offer was just made, in this transaction: its form and follow-up are made with it. */
public record OfferMade(Offer offer) {}
