/** Coupons: codes handed out, shown, and redeemed by shops (rules C). */
package jeton.server.coupon;
