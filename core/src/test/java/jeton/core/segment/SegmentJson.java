package jeton.core.segment;

import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.databind.JsonNode;

/** Reads questions and people as the vectors write them. */
public final class SegmentJson {
  private static final Map<Subject, String> IDS =
      Map.of(
          Subject.LIST, "lists",
          Subject.TAG, "tags",
          Subject.PASS_USED, "passUsed",
          Subject.CODE_USED, "codeUsed",
          Subject.OUTCOME, "outcomes",
          Subject.PRIZE, "prizes",
          Subject.PIECE_OPENED, "piecesOpened");

  private SegmentJson() {}

  /** A name as an enum's constant. */
  public static String constant(String name) {
    return name.toUpperCase(Locale.ROOT);
  }

  /** A group or a condition. */
  public static Criterion question(JsonNode node) {
    for (Criterion.Match match : Criterion.Match.values()) {
      JsonNode parts = node.get(match.name().toLowerCase(Locale.ROOT));
      if (parts != null) {
        List<Criterion> read = new ArrayList<>();
        parts.forEach(part -> read.add(question(part)));
        return new Criterion.Group(match, read);
      }
    }
    return new Criterion.Condition(
        Subject.valueOf(constant(node.get("what").asString())),
        text(node, "field").orElse(""),
        Comparison.valueOf(constant(node.get("op").asString())),
        text(node, "value"),
        Optional.ofNullable(node.get("when"))
            .map(
                when ->
                    new Criterion.When(
                        Comparison.valueOf(constant(when.get("op").asString())),
                        text(when, "value").orElseThrow())));
  }

  /** Everything a case says of somebody. */
  public static PersonFacts facts(JsonNode person) {
    Map<Subject, Set<String>> ids = new EnumMap<>(Subject.class);
    IDS.forEach((subject, key) -> ids.put(subject, new LinkedHashSet<>(texts(person.get(key)))));
    Map<Subject, List<PersonFacts.Happened>> happened = new EnumMap<>(Subject.class);
    happened.put(Subject.SIGNED_UP, happened(person, "signUps", "offer", "at"));
    happened.put(Subject.CONFIRMED, happened(person, "signUps", "offer", "confirmedAt"));
    happened.put(Subject.EMAIL_SENT, happened(person, "emails", "id", "sentAt"));
    happened.put(Subject.EMAIL_OPENED, happened(person, "emails", "id", "openedAt"));
    happened.put(Subject.EMAIL_CLICKED, happened(person, "emails", "id", "clickedAt"));
    Map<Subject, String> source = new EnumMap<>(Subject.class);
    JsonNode from = person.get("source");
    if (from != null && !from.isNull()) {
      text(from, "form").ifPresent(form -> source.put(Subject.FROM_FORM, form));
      text(from, "site").ifPresent(site -> source.put(Subject.FROM_SITE, site));
      text(from, "campaign").ifPresent(name -> source.put(Subject.FROM_CAMPAIGN, name));
    }
    text(person, "zone").ifPresent(zone -> source.put(Subject.ZONE, zone));
    Map<String, List<String>> fields = new HashMap<>();
    if (person.has("fields")) {
      person.get("fields").properties().forEach(e -> fields.put(e.getKey(), texts(e.getValue())));
    }
    return new PersonFacts(
        text(person, "state").orElse(""),
        fields,
        ids,
        happened,
        text(person, "since").map(Instant::parse),
        source);
  }

  private static List<PersonFacts.Happened> happened(
      JsonNode person, String key, String id, String at) {
    List<PersonFacts.Happened> entries = new ArrayList<>();
    if (person.has(key)) {
      person
          .get(key)
          .forEach(
              entry ->
                  text(entry, at)
                      .ifPresent(
                          moment ->
                              entries.add(
                                  new PersonFacts.Happened(
                                      entry.get(id).asString(), Instant.parse(moment)))));
    }
    return entries;
  }

  private static List<String> texts(JsonNode node) {
    List<String> texts = new ArrayList<>();
    if (node != null && node.isArray()) {
      node.forEach(text -> texts.add(text.asString()));
    } else if (node != null && !node.isNull()) {
      texts.add(node.asString());
    }
    return texts;
  }

  private static Optional<String> text(JsonNode node, String key) {
    return Optional.ofNullable(node.get(key)).filter(n -> !n.isNull()).map(JsonNode::asString);
  }
}
