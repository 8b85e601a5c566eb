package jeton.server.email;

import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.incentive.Part;

/** What an offer gives, in a plain text. */
final class PlainGift implements Part.Visitor<String> {
  private static final PlainGift DRAWS = new PlainGift();

  private PlainGift() {}

  static String drawn(Gift gift) {
    String pieces =
        gift.pieces().stream().map(piece -> "- " + piece).collect(Collectors.joining("\n"));
    return Stream.concat(Stream.of(pieces), gift.parts().stream().map(part -> part.accept(DRAWS)))
        .filter(text -> !text.isBlank())
        .collect(Collectors.joining("\n\n"));
  }

  /** What leads to it is the pass. */
  @Override
  public String file(Part.File file) {
    return "";
  }

  @Override
  public String code(Part.Code code) {
    return code.worth() + ":\n" + code.code() + "\n" + code.terms();
  }

  @Override
  public String link(Part.Link link) {
    return link.label() + ":\n" + link.href();
  }

  @Override
  public String outcome(Part.Outcome outcome) {
    return String.join("\n\n", outcome.title(), outcome.words(), outcome.label())
        + "\n"
        + outcome.href();
  }

  /** Listed with the others: see {@link Gift#pieces}. */
  @Override
  public String piece(Part.Piece piece) {
    return "";
  }

  @Override
  public String words(Part.Words words) {
    return words.text();
  }
}
