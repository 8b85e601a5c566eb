package jeton.core.segment;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What is known of somebody, as far as questions go.
 *
 * @param state by its name in small letters
 * @param fields answers by field; several answers to a field that takes several
 * @param ids what they have, by subject: lists, tags, passes used and the like
 * @param happened what happened to them at a moment, by subject
 * @param since since when they are on the list
 * @param source where they came from: form, site, campaign by those subjects
 */
public record PersonFacts(
    String state,
    Map<String, List<String>> fields,
    Map<Subject, Set<String>> ids,
    Map<Subject, List<Happened>> happened,
    Optional<Instant> since,
    Map<Subject, String> source) {

  /** Something that happened. */
  public record Happened(String id, Instant at) {}
}
