package jeton.server.followup;

import java.time.Instant;
import java.util.Optional;
import jeton.core.people.PersonState;

/** A run as the rules need it. */
public record Run(
    long id,
    long sequenceId,
    long personId,
    Optional<Long> offerId,
    Instant anchor,
    Optional<Long> lastRank,
    Optional<Long> nextStepId,
    Optional<Instant> nextDueAt,
    PersonState personState,
    Optional<String> zone) {}
