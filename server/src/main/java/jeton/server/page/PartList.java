package jeton.server.page;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import jeton.core.incentive.Part;

/** What an offer gives, as a page's template lists it. */
public final class PartList implements Part.Visitor<Map<String, Object>> {
  private static final PartList DRAWS = new PartList();

  private PartList() {}

  /** For the template: each part under its kind's name. */
  public static List<Map<String, Object>> of(List<Part> parts) {
    return parts.stream().map(part -> part.accept(DRAWS)).toList();
  }

  @Override
  public Map<String, Object> file(Part.File file) {
    return Map.of("file", Map.of("name", file.name(), "size", file.size(), "href", file.href()));
  }

  @Override
  public Map<String, Object> code(Part.Code code) {
    return Map.of(
        "code",
        Map.of(
            "worth",
            code.worth(),
            "code",
            code.code(),
            "terms",
            code.terms(),
            "told",
            code.told()));
  }

  @Override
  public Map<String, Object> link(Part.Link link) {
    return Map.of("link", Map.of("label", link.label(), "href", link.href()));
  }

  @Override
  public Map<String, Object> piece(Part.Piece piece) {
    String kind = piece.shown().getClass().getSimpleName().toLowerCase(Locale.ROOT);
    return Map.of(
        "piece", Map.of("title", piece.title(), "note", piece.note(), kind, piece.shown()));
  }

  @Override
  public Map<String, Object> outcome(Part.Outcome outcome) {
    return Map.of(
        "outcome",
        Map.of(
            "title",
            outcome.title(),
            "paragraphs",
            Page.paragraphs(outcome.words()),
            "picture",
            outcome.picture(),
            "label",
            outcome.label(),
            "href",
            outcome.href(),
            "share",
            outcome.share(),
            "told",
            outcome.told(),
            "mail",
            URLEncoder.encode(outcome.title() + " " + outcome.share(), StandardCharsets.UTF_8)
                .replace("+", "%20")));
  }

  @Override
  public Map<String, Object> words(Part.Words words) {
    return Map.of("words", words.text());
  }
}
