/** Tokens in links: random ones that open something, signed ones by which people leave. */
package jeton.server.token;
