/** The one clock everything reads. */
package jeton.server.clock;
