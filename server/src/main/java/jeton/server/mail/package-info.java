/** Emails: the outbox, how they are written and how they leave. */
package jeton.server.mail;
