/** What happened, append-only. */
package jeton.server.history;
