/** Emails that come back, and complaints about them (RFC 3464, RFC 5965). */
package jeton.server.bounce;
