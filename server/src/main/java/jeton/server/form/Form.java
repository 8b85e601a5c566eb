package jeton.server.form;

import jeton.core.form.FormSettings;

/**
 * A form of an offer.
 *
 * @param key its name in addresses and snippets; never changes
 * @param version grows with each save
 */
public record Form(
    long id, long offerId, String key, String shape, FormSettings settings, int version) {
  /** The offer's own page. */
  public static final String HOSTED = "HOSTED";
}
