/** Rules F and the outbox: what an email says, and when a failed one is tried again. */
package jeton.core.mail;
