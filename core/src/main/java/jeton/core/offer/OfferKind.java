package jeton.core.offer;

/** What an offer hands over. */
public enum OfferKind {
  /** One or more files. */
  DOWNLOAD,
  /** A coupon code. */
  COUPON,
  /** A page only pass holders see. */
  PRIVATE_PAGE,
  /** A quiz and its outcome. */
  QUIZ,
  /** A prize wheel. */
  WHEEL
}
