package jeton.server.request;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Lists that are kept in memory, told a page at a time. */
public final class Paging {
  /** How many rows a page has. */
  public static final int SIZE = 50;

  private Paging() {}

  /**
   * One page.
   *
   * @param page from 0; one past the end is empty
   */
  public static <T> List<T> page(List<T> all, Optional<Integer> page) {
    long skip = (long) Math.max(0, page.orElse(0)) * SIZE;
    return all.stream().skip(skip).limit(SIZE).toList();
  }

  /** Whether any of some texts holds the words looked for, capitals aside; no words are in all. */
  public static boolean holds(Optional<String> words, Stream<String> texts) {
    String looked = words.orElse("").strip().toLowerCase(Locale.ROOT);
    return looked.isEmpty() || texts.anyMatch(t -> t.toLowerCase(Locale.ROOT).contains(looked));
  }
}
