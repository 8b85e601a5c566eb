package jeton.standins.mailbox;

import java.time.Instant;

/**
 * An email that arrived.
 *
 * @param id grows with each arrival
 * @param at what its Date header says
 */
public record ReceivedEmail(long id, String from, String to, String subject, Instant at) {}
