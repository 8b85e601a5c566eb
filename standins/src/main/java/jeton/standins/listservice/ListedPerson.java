package jeton.standins.listservice;

import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Somebody on a list of the service. */
public record ListedPerson(
    String email,
    String state,
    Map<String, String> fields,
    Set<String> tags,
    Optional<Instant> leftAt) {
  static final String LEFT = "left";

  ListedPerson leaves(Instant at) {
    return new ListedPerson(email, LEFT, fields, tags, Optional.of(at));
  }
}
