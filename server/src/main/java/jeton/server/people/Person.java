package jeton.server.people;

import java.time.Instant;
import java.util.Optional;
import jeton.core.people.PersonState;

/**
 * Somebody who gave an address.
 *
 * @param email as it goes to the mail server (S1)
 * @param firstName empty when not known
 * @param zone the browser's IANA zone at the last sign-up
 */
public record Person(
    long id,
    String email,
    String firstName,
    PersonState state,
    Optional<String> zone,
    Instant createdAt) {}
