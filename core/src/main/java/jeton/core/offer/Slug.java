package jeton.core.offer;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * The part of an offer's address after {@code /o/}: 1 to 60 lower-case ASCII letters, digits and
 * single inner hyphens.
 */
public final class Slug {
  /** Most characters in a slug. */
  public static final int MOST = 60;

  private static final Pattern FORM = Pattern.compile("[a-z0-9]+(-[a-z0-9]+)*");

  private Slug() {}

  /** Whether the text can stand in an address as it is. */
  public static boolean isGood(String text) {
    return text.length() <= MOST && FORM.matcher(text).matches();
  }

  /** A slug made from a name; empty when the name has no letter or digit that ASCII knows. */
  public static Optional<String> of(String name) {
    String ascii = Normalizer.normalize(name, Normalizer.Form.NFD).replaceAll("\\p{M}+", "");
    String joined = ascii.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    String cut = joined.length() > MOST ? joined.substring(0, MOST) : joined;
    String slug = cut.replaceAll("^-+|-+$", "");
    return slug.isEmpty() ? Optional.empty() : Optional.of(slug);
  }
}
