/** Offers: what a visitor gets for an email address. */
package jeton.server.offer;
