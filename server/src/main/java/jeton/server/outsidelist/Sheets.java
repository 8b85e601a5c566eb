package jeton.server.outsidelist;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.form.FieldDefinition;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
import jeton.server.people.People;
import org.springframework.stereotype.Component;

/** People as they are told elsewhere. */
@Component
class Sheets {
  private static final String FIRST_NAME = FieldDefinition.FIRST_NAME.key();
  private static final String ZONE = "zone";
  private static final String SOURCE = "from";

  private final People people;
  private final Business business;

  Sheets(People people, Business business) {
    this.people = people;
    this.business = business;
  }

  /** Somebody, and how they are told. */
  record Told(PersonState state, ListTalk.Sheet sheet) {}

  /** What can be told beside the address: keys, and what the owner calls them. */
  Map<String, String> ours() {
    Map<String, String> all = new LinkedHashMap<>();
    all.put(FIRST_NAME, FieldDefinition.FIRST_NAME.label());
    business.now().settings().fields().forEach(field -> all.put(field.key(), field.label()));
    all.put(ZONE, "Time zone");
    all.put(SOURCE, "Where they came from");
    return all;
  }

  /** Of those that still are. */
  Map<Long, Told> of(Collection<Long> ids) {
    return people.rowsByIds(ids).stream()
        .map(Sheets::told)
        .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
  }

  private static Map.Entry<Long, Told> told(People.PersonRow row) {
    Map<String, String> known = new LinkedHashMap<>(row.answers());
    known.put(FIRST_NAME, row.person().firstName());
    known.put(ZONE, row.person().zone().orElse(""));
    known.put(SOURCE, row.source());
    PersonState state = row.person().state();
    return Map.entry(
        row.person().id(),
        new Told(
            state,
            new ListTalk.Sheet(
                row.person().email(), state == PersonState.WAITING_TO_CONFIRM, known)));
  }

  /** Somebody made up, of whom everything is known. */
  ListTalk.Sheet madeUp() {
    Map<String, String> known =
        ours().keySet().stream().collect(Collectors.toMap(Function.identity(), key -> "a test"));
    known.put(FIRST_NAME, "Maud");
    known.put(ZONE, "Europe/London");
    return new ListTalk.Sheet("maud.made-up@example.com", false, known);
  }
}
