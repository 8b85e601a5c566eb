/** A made-up visitor meets an offer's real pages and emails, with their dates. */
package jeton.server.rehearsal;
