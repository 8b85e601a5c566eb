package jeton.server.hook;

import java.time.Instant;
import java.util.Optional;
import jeton.core.hook.HookKind;

/**
 * Something that happened and is to be told.
 *
 * @param detail words, such as a tag's name or an order
 */
record HookHappening(
    long id,
    Instant at,
    HookKind kind,
    Optional<Long> personId,
    Optional<Long> offerId,
    String detail) {}
