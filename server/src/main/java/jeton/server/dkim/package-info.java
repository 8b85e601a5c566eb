/** What proves that emails are ours: signing keys and DNS records (RFC 6376). */
package jeton.server.dkim;
