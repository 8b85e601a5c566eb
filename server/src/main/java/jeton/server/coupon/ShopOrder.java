package jeton.server.coupon;

/**
 * An order in a shop. Amounts in minor units.
 *
 * @param id the shop's own
 * @param eligible the part a coupon may apply to
 * @param currency ISO 4217 code
 */
record ShopOrder(String id, long subtotal, long eligible, String currency) {}
