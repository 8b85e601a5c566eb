/** Asking and telling programs elsewhere, at addresses their owner typed (H1). */
package jeton.server.outside;
