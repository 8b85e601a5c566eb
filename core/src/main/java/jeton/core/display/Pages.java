package jeton.core.display;

import java.util.List;
import java.util.stream.Stream;

/**
 * On which pages a form shows (rule D1).
 *
 * @param onlyOn empty: everywhere
 * @param notOn beats {@code onlyOn}
 */
public record Pages(List<PagePattern> onlyOn, List<PagePattern> notOn) {
  /** Every page. */
  public static final Pages ALL = new Pages(List.of(), List.of());

  public Pages {
    onlyOn = onlyOn == null ? List.of() : List.copyOf(onlyOn);
    notOn = notOn == null ? List.of() : List.copyOf(notOn);
  }

  /** Whether there is a page that both include, as far as their own texts can tell. */
  public boolean meet(Pages other) {
    return Stream.concat(
            Stream.of("/"),
            Stream.concat(onlyOn.stream(), other.onlyOn.stream()).map(PagePattern::text))
        .map(Pages::example)
        .anyMatch(url -> include(url) && other.include(url));
  }

  /** An address that a pattern's text means: stars stand for nothing. */
  private static String example(String text) {
    String plain = text.replace("*", "");
    return plain.contains("://") ? plain : "https://any.example/" + plain.replaceFirst("^/", "");
  }

  /** Whether the form may show on a page. */
  public boolean include(String url) {
    return notOn.stream().noneMatch(pattern -> pattern.matches(url))
        && (onlyOn.isEmpty() || onlyOn.stream().anyMatch(pattern -> pattern.matches(url)));
  }
}
