package jeton.server.program;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import jeton.server.people.People;

/**
 * A person as programs see them.
 *
 * @param state {@code waiting_to_confirm}, {@code on_the_list}, {@code left}, {@code unreachable}
 *     or {@code blocked}
 * @param fields answers to the business's own fields, by key
 */
record KnownPerson(
    long id,
    String email,
    @JsonProperty("first_name") String firstName,
    String state,
    List<String> tags,
    List<String> lists,
    Map<String, String> fields,
    Optional<String> zone,
    Instant since) {

  static KnownPerson of(People.PersonRow row) {
    return new KnownPerson(
        row.person().id(),
        row.person().email(),
        row.person().firstName(),
        row.person().state().name().toLowerCase(Locale.ROOT),
        row.tags(),
        row.lists(),
        row.answers(),
        row.person().zone(),
        row.person().createdAt());
  }
}
