/** How emails leave: the outbox, dispatchers, SMTP, signatures, and the owner's view of them. */
package jeton.server.mail;
