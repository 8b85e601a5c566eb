package jeton.server.hook;

import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.hook.HookKind;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.people.People;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * What messages say, by the schema that is published beside them ({@code hook-1.schema.json}): the
 * person as they are when the message is made, which is within a second of what happened.
 */
@Component
class HookBodies {
  /** Of the schema: another number when something in it changes or goes; what is added does not. */
  private static final int VERSION = 1;

  private final People people;
  private final Offers offers;
  private final JsonMapper json;

  HookBodies(People people, Offers offers, JsonMapper json) {
    this.people = people;
    this.offers = offers;
    this.json = json;
  }

  private record Body(HookKind kind, Instant at, Map<String, Object> data) {}

  /** Of several things that happened, in their order; those about people who are gone say so. */
  List<String> of(Collection<HookHappening> happenings) {
    Map<Long, People.PersonRow> known =
        people
            .rowsByIds(
                happenings.stream()
                    .flatMap(one -> one.personId().stream())
                    .collect(Collectors.toSet()))
            .stream()
            .collect(Collectors.toMap(row -> row.person().id(), Function.identity()));
    return happenings.stream()
        .map(one -> of(one, one.personId().map(known::get).filter(Objects::nonNull)))
        .toList();
  }

  private String of(HookHappening one, Optional<People.PersonRow> person) {
    Map<String, Object> data = new LinkedHashMap<>();
    one.personId().ifPresent(id -> data.put("person", person(id, person)));
    one.offerId().flatMap(offers::find).ifPresent(offer -> data.put("offer", offer(offer)));
    data.put("detail", one.detail());
    return write(new Body(one.kind(), one.at(), data));
  }

  /** A test's, about nobody. */
  String test(Instant at) {
    return write(new Body(HookKind.TEST, at, Map.of("detail", "Somebody pressed “Send a test”.")));
  }

  private String write(Body body) {
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("type", body.kind().type());
    all.put("timestamp", body.at().toString());
    all.put("version", VERSION);
    all.put("data", body.data());
    return json.writeValueAsString(all);
  }

  private static Map<String, Object> person(long id, Optional<People.PersonRow> known) {
    Map<String, Object> person = new LinkedHashMap<>();
    person.put("id", id);
    known.ifPresent(
        row -> {
          person.put("email", row.person().email());
          person.put("first_name", row.person().firstName());
          person.put("state", row.person().state().name().toLowerCase(Locale.ROOT));
          person.put("tags", row.tags());
          person.put("lists", row.lists());
          person.put("fields", row.answers());
        });
    return person;
  }

  private static Map<String, Object> offer(Offer offer) {
    Map<String, Object> view = new LinkedHashMap<>();
    view.put("id", offer.id());
    view.put("name", offer.settings().name());
    view.put("kind", offer.kind().name().toLowerCase(Locale.ROOT));
    return view;
  }
}
