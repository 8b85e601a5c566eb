package jeton.server.markup;

import java.util.List;
import jeton.core.email.FillIn;
import jeton.core.incentive.Part;

/**
 * What an offer gives, as an email shows it.
 *
 * @param offerName the offer's
 * @param parts what is given; values that differ from reader to reader are fill-ins
 * @param fillIns what emails may say of what a reader was given
 */
public record Gift(String offerName, List<Part> parts, List<FillIn> fillIns) {
  /** Of no offer. */
  public static final Gift NONE = new Gift("", List.of(), List.of());

  public Gift {
    parts = List.copyOf(parts);
    fillIns = List.copyOf(fillIns);
  }

  /** Pieces of a page, each in a line: its title, and what to know beside it. */
  List<String> pieces() {
    return parts.stream()
        .filter(Part.Piece.class::isInstance)
        .map(Part.Piece.class::cast)
        .map(piece -> piece.title() + (piece.note().isEmpty() ? "" : " (" + piece.note() + ")"))
        .toList();
  }
}
