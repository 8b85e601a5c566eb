package jeton.server.markup;

import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.incentive.Part;

/** What an offer gives, in a plain text. */
final class PlainGift implements Part.Visitor<String> {
  private static final PlainGift DRAWS = new PlainGift();

  private PlainGift() {}

  static String drawn(Gift gift) {
    Stream<String> files =
        gift.parts().stream()
            .filter(Part.File.class::isInstance)
            .map(Part.File.class::cast)
            .map(file -> "- " + file.name() + ", " + file.size());
    String head =
        Stream.of(
                Stream.of("{{offer_name}}"),
                files,
                gift.pieces().stream().map(piece -> "- " + piece))
            .flatMap(lines -> lines)
            .collect(Collectors.joining("\n"));
    return Stream.concat(Stream.of(head), gift.parts().stream().map(part -> part.accept(DRAWS)))
        .filter(text -> !text.isBlank())
        .collect(Collectors.joining("\n\n"));
  }

  /** Named under the offer already: what leads to it is the pass. */
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
    String more = outcome.label().isBlank() ? "" : outcome.label() + ":\n" + outcome.href();
    return Stream.of(outcome.title(), outcome.words(), more)
        .filter(text -> !text.isBlank())
        .collect(Collectors.joining("\n\n"));
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
