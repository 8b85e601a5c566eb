/**
 * How an email goes over the wire: its octets, and SMTP (RFC 5321) with pipelining and STARTTLS.
 */
package jeton.server.smtp;
