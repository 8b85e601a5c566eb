package jeton.server.intake;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jeton.server.people.People;
import jeton.server.tag.Tags;
import org.springframework.stereotype.Component;

/**
 * A page of an import written, in the caller's transaction: who is new is added or asked, who is
 * known is met by the rule chosen (L4).
 */
@Component
class ImportPeople {
  private final ImportStore store;
  private final People people;
  private final Tags tags;
  private final Asks asks;
  private final Clock clock;

  ImportPeople(ImportStore store, People people, Tags tags, Asks asks, Clock clock) {
    this.store = store;
    this.people = people;
    this.tags = tags;
    this.asks = asks;
    this.clock = clock;
  }

  /** What is to be done with each row, with those who are known locked. */
  ImportPage.Decided decided(ImportPage page) {
    Map<String, ImportPage.Known> known = store.known(page.keys());
    people.lockAll(known.values().stream().map(ImportPage.Known::id).toList());
    return page.decide(known, store.erased(page.keys()));
  }

  /** Does it. */
  void write(PersonImport one, ImportPage.Decided decided) {
    Instant now = clock.instant();
    if (one.plan().askBy().isPresent()) {
      asks.ask(one, decided.adds());
    } else {
      add(one, decided.adds(), now);
    }
    meet(one, decided.meets(), now);
    store.refuse(one.id(), decided.refusals());
  }

  private void add(PersonImport one, List<ImportPage.Line> adds, Instant now) {
    if (adds.isEmpty()) {
      return;
    }
    long after = store.newestPerson();
    store.addPeople(one.id(), adds, now);
    store.putOnLists(one.id(), after, one.plan().lists(), now);
    store.noteImported(
        one.id(), after, one.name() + ", by " + one.byWhom() + ": " + one.plan().statement(), now);
    boolean tells = adds.stream().anyMatch(a -> !a.answers().isEmpty() || !a.tags().isEmpty());
    if (tells) {
      Map<String, Long> ids =
          store.made(one.id(), adds.stream().map(line -> line.address().compareKey()).toList());
      tell(
          adds.stream()
              .filter(line -> ids.containsKey(line.address().compareKey()))
              .collect(
                  Collectors.toMap(
                      line -> ids.get(line.address().compareKey()), line -> line, (a, b) -> a)),
          now);
    }
  }

  private void meet(PersonImport one, Map<Long, ImportPage.Line> meets, Instant now) {
    store.putKnownOnLists(meets.keySet(), one.plan().lists(), now);
    meets.forEach(
        (id, line) -> {
          if (!line.firstName().isEmpty()) {
            store.name(id, line.firstName());
          }
        });
    tell(meets, now);
  }

  private void tell(Map<Long, ImportPage.Line> lines, Instant now) {
    List<ImportStore.Answer> answers = new ArrayList<>();
    List<ImportStore.Answer> gained = new ArrayList<>();
    lines.forEach(
        (id, line) -> {
          line.answers()
              .forEach((key, value) -> answers.add(new ImportStore.Answer(id, key, value)));
          line.tags().forEach(tag -> gained.add(new ImportStore.Answer(id, "", tag)));
        });
    store.answers(answers, now);
    store.tags(gained, tags.keys(gained.stream().map(ImportStore.Answer::value).toList()), now);
  }
}
