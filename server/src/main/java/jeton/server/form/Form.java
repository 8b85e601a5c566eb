package jeton.server.form;

import java.time.Instant;
import jeton.core.display.Shape;
import jeton.core.form.FormSettings;

/**
 * A form of an offer. The one of shape {@code FULL_PAGE} is the offer's hosted page; there is one.
 *
 * @param key its name in addresses and snippets; never changes
 * @param on whether it shows at all
 * @param version grows with each save
 */
public record Form(
    long id,
    long offerId,
    String key,
    Shape shape,
    boolean on,
    Instant createdAt,
    FormSettings settings,
    int version) {}
