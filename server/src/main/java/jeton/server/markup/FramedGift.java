package jeton.server.markup;

import static jeton.server.markup.EmailParts.escape;

import java.util.function.BinaryOperator;
import java.util.stream.Collectors;
import jeton.core.incentive.Part;

/** What an offer gives, in a framed email. */
final class FramedGift implements Part.Visitor<String> {
  private final Gift gift;
  private final BinaryOperator<String> button;

  /**
   * @param button drawn from its words and where it leads
   */
  FramedGift(Gift gift, BinaryOperator<String> button) {
    this.gift = gift;
    this.button = button;
  }

  String drawn() {
    String parts =
        gift.parts().stream().map(part -> part.accept(this)).collect(Collectors.joining());
    return text("<p><strong>{{offer_name}}</strong>" + files() + pieces() + "</p>") + parts;
  }

  private String files() {
    return gift.parts().stream()
        .filter(Part.File.class::isInstance)
        .map(Part.File.class::cast)
        .map(file -> "<br>" + escape(file.name()) + " · " + escape(file.size()))
        .collect(Collectors.joining());
  }

  private String pieces() {
    return gift.pieces().stream()
        .map(piece -> "<br>" + escape(piece))
        .collect(Collectors.joining());
  }

  /** Named under the offer already: what leads to it is the pass. */
  @Override
  public String file(Part.File file) {
    return "";
  }

  @Override
  public String code(Part.Code code) {
    return box(
        "<p>"
            + escape(code.worth())
            + "</p><p style=\"font-size:26px;line-height:1.3;font-weight:700;letter-spacing:1px\">"
            + escape(code.code())
            + "</p><p style=\"font-size:13px\">"
            + escape(code.terms())
            + "</p>");
  }

  @Override
  public String link(Part.Link link) {
    return button.apply(link.label(), link.href());
  }

  @Override
  public String outcome(Part.Outcome outcome) {
    String more =
        outcome.label().isBlank()
            ? ""
            : "<p><a href=\""
                + escape(outcome.href())
                + "\"><strong>"
                + escape(outcome.label())
                + "</strong></a></p>";
    return box(
        "<p style=\"font-size:22px;line-height:1.3;font-weight:700\">"
            + escape(outcome.title())
            + "</p>"
            + paragraphs(outcome.words())
            + more);
  }

  /** Listed with the others: see {@link Gift#pieces}. */
  @Override
  public String piece(Part.Piece piece) {
    return "";
  }

  @Override
  public String words(Part.Words words) {
    return text(paragraphs(words.text()));
  }

  private static String paragraphs(String words) {
    return words
        .lines()
        .filter(line -> !line.isBlank())
        .map(line -> "<p>" + escape(line) + "</p>")
        .collect(Collectors.joining());
  }

  /** Set off by its ground. */
  private static String box(String html) {
    return "<mj-text css-class=\"words box\" container-background-color=\"#FBF8F1\" padding=\"16px 28px\">"
        + html
        + "</mj-text>";
  }

  private static String text(String html) {
    return "<mj-text css-class=\"words\">" + html + "</mj-text>";
  }
}
