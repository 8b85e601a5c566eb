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
    int version) {

  /** The same with other settings. */
  Form with(FormSettings others) {
    return new Form(id, offerId, key, shape, on, createdAt, others, version);
  }

  /** The same in another shape. */
  Form as(Shape other) {
    return new Form(id, offerId, key, other, on, createdAt, settings, version);
  }
}
