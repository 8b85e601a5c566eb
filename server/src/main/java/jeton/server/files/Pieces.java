package jeton.server.files;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What arrived of a file in pieces, each named by where it begins and how long it is. The same part
 * may have come more than once, by way of several instances; all of them are of one file.
 */
final class Pieces {
  private static final Pattern NAME = Pattern.compile("(?:.*/)?(\\d{1,18})-(\\d{1,18})");
  private final List<Piece> pieces;

  /**
   * Pieces.
   *
   * @param names as {@link #name} makes them, below whatever folder; others are passed over
   */
  Pieces(Collection<String> names) {
    pieces =
        names.stream()
            .map(NAME::matcher)
            .filter(Matcher::matches)
            .map(
                parts ->
                    new Piece(
                        parts.group(),
                        Long.parseLong(parts.group(1)),
                        Long.parseLong(parts.group(2))))
            .toList();
  }

  private record Piece(String name, long first, long length) {
    long end() {
      return first + length;
    }
  }

  /**
   * A part of the whole, and where it is found.
   *
   * @param skip octets at its beginning that came with the part before
   */
  record Part(String name, long skip, long end) {}

  static String name(long first, long length) {
    return first + "-" + length;
  }

  /** Those that make up the file from its first octet on, without a gap, as far as they reach. */
  List<Part> inOrder() {
    List<Part> parts = new ArrayList<>();
    long there = 0;
    for (Optional<Piece> next = after(there); next.isPresent(); next = after(there)) {
      parts.add(new Part(next.get().name(), there - next.get().first(), next.get().end()));
      there = next.get().end();
    }
    return parts;
  }

  private Optional<Piece> after(long there) {
    return pieces.stream()
        .filter(piece -> piece.first() <= there && piece.end() > there)
        .max(Comparator.comparingLong(Piece::end));
  }

  /** Octets that are there without a gap. */
  long there() {
    List<Part> parts = inOrder();
    return parts.isEmpty() ? 0 : parts.get(parts.size() - 1).end();
  }
}
