/** Rules C: coupons, their codes, what they are worth and when they are refused. */
package jeton.core.coupon;
