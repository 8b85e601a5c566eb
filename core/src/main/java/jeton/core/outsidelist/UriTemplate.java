package jeton.core.outsidelist;

import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A path with places to fill in, as {@code /lists/{list}/people/{email}} (RFC 6570, level 1: each
 * value percent-encoded but for unreserved characters).
 */
public record UriTemplate(String template) {
  static final Pattern PLACE = Pattern.compile("\\{([a-z_]+)}");
  private static final String UNRESERVED = "-._~";

  public UriTemplate {
    template = template == null ? "" : template.strip();
  }

  /** What it has places for. */
  public Set<String> places() {
    return placesIn(template);
  }

  static Set<String> placesIn(String words) {
    Set<String> places = new TreeSet<>();
    Matcher place = PLACE.matcher(words);
    while (place.find()) {
      places.add(place.group(1));
    }
    return places;
  }

  /** Filled in; a place that no value is known for stays empty, as the standard says. */
  public String expand(Map<String, String> values) {
    return PLACE
        .matcher(template)
        .replaceAll(
            place -> Matcher.quoteReplacement(encode(values.getOrDefault(place.group(1), ""))));
  }

  private static String encode(String value) {
    StringBuilder encoded = new StringBuilder();
    for (byte octet : value.getBytes(StandardCharsets.UTF_8)) {
      char c = (char) (octet & 0xff);
      boolean isPlain =
          c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || isMark(c);
      encoded.append(isPlain ? String.valueOf(c) : "%%%02X".formatted((int) c));
    }
    return encoded.toString();
  }

  private static boolean isMark(char c) {
    return UNRESERVED.indexOf(c) >= 0;
  }
}
