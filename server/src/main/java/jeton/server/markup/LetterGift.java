package jeton.server.markup;

import static jeton.server.markup.EmailParts.escape;

import java.util.stream.Collectors;
import jeton.core.incentive.Part;

/** What an offer gives, in a plain letter. */
final class LetterGift implements Part.Visitor<String> {
  private static final LetterGift DRAWS = new LetterGift();

  private LetterGift() {}

  static String drawn(Gift gift) {
    String pieces =
        gift.pieces().stream().map(EmailParts::escape).collect(Collectors.joining("<br>"));
    return (pieces.isEmpty() ? "" : "<p>" + pieces + "</p>")
        + gift.parts().stream().map(part -> part.accept(DRAWS)).collect(Collectors.joining());
  }

  /** What leads to it is the pass. */
  @Override
  public String file(Part.File file) {
    return "";
  }

  @Override
  public String code(Part.Code code) {
    return "<p>"
        + escape(code.worth())
        + ":<br><strong>"
        + escape(code.code())
        + "</strong><br>"
        + escape(code.terms())
        + "</p>";
  }

  @Override
  public String link(Part.Link link) {
    return "<p><a href=\"" + escape(link.href()) + "\">" + escape(link.label()) + "</a></p>";
  }

  @Override
  public String outcome(Part.Outcome outcome) {
    return "<p><strong>"
        + escape(outcome.title())
        + "</strong></p><p>"
        + escape(outcome.words())
        + "</p><p><a href=\""
        + escape(outcome.href())
        + "\">"
        + escape(outcome.label())
        + "</a></p>";
  }

  /** Listed with the others: see {@link Gift#pieces}. */
  @Override
  public String piece(Part.Piece piece) {
    return "";
  }

  @Override
  public String words(Part.Words words) {
    return "<p>" + escape(words.text()) + "</p>";
  }
}
