package jeton.server.dossier;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import jeton.core.form.FieldAnswer;
import jeton.core.form.FieldDefinition;
import jeton.core.problem.Problems;
import jeton.server.business.Business;
import jeton.server.history.History;
import jeton.server.people.People;
import jeton.server.people.Person;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What owners write down about people, and what they change by hand: with who and when. */
@Service
public class Notes {
  private static final int MOST_WORDS = 5000;
  private static final int MOST_NAME = 100;
  private final NoteStore store;
  private final People people;
  private final Business business;
  private final History history;
  private final Clock clock;

  Notes(NoteStore store, People people, Business business, History history, Clock clock) {
    this.store = store;
    this.people = people;
    this.business = business;
    this.history = history;
    this.clock = clock;
  }

  /** A note. */
  public record Note(long id, String author, String words, Instant at) {}

  /** Notes about somebody, newest first. */
  public List<Note> of(long personId) {
    return store.of(personId);
  }

  /** Writes a note down. */
  @Transactional
  public List<Note> add(long personId, String author, String words) {
    people.get(personId);
    Problems problems = new Problems();
    problems.text(words, "words", "The note", MOST_WORDS);
    problems.when(words.isBlank(), "words", "empty", "What is there to note?");
    Refused.unlessNone(problems.list());
    store.add(personId, author, words.strip(), clock.instant());
    return of(personId);
  }

  /** Takes a note away. */
  @Transactional
  public List<Note> remove(long personId, long noteId) {
    if (!store.remove(personId, noteId)) {
      throw new NotThere("This note");
    }
    return of(personId);
  }

  /**
   * Changes what is known of somebody, by hand; what changed, by whom, is in their history.
   *
   * @param answers by field; an empty one takes it away
   */
  @Transactional
  public void change(
      long personId, String by, Optional<String> firstName, Map<String, String> answers) {
    Person person = people.lock(personId);
    List<FieldDefinition> fields = business.now().settings().fields();
    Problems problems = new Problems();
    firstName.ifPresent(name -> problems.line(name, "first_name", "The name", MOST_NAME));
    Map<String, String> kept = FieldAnswer.keptAll(answers, fields, problems);
    Refused.unlessNone(problems.list());
    firstName
        .map(String::strip)
        .filter(name -> !name.equals(person.firstName()))
        .ifPresent(
            name -> {
              people.rename(personId, name);
              note(personId, by, "First name", name);
            });
    Map<String, String> known = people.answers(personId);
    kept.forEach(
        (key, answer) -> {
          if (!Objects.equals(known.getOrDefault(key, ""), answer)) {
            people.answered(personId, Map.of(key, answer), clock.instant());
            note(personId, by, FieldDefinition.of(key, fields).orElseThrow().label(), answer);
          }
        });
  }

  private void note(long personId, String by, String what, String now) {
    String detail = what + " is now " + (now.isEmpty() ? "empty" : "“" + now + "”") + ", by " + by;
    history.note(
        History.Event.of(
            clock.instant(),
            History.Kind.CHANGED_BY_HAND,
            personId,
            Optional.empty(),
            detail.length() > 500 ? detail.substring(0, 500) : detail));
  }
}
