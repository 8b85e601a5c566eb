/** An offer: what a visitor gets for an email address, and its states. */
package jeton.core.offer;
