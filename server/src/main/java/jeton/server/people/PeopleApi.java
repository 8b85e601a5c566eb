package jeton.server.people;

import java.util.List;
import java.util.Optional;
import jeton.core.people.PersonState;
import jeton.server.history.History;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** People over HTTP. */
@RestController
@RequestMapping("/api/people")
class PeopleApi {
  private static final int MOST_A_PAGE = 200;
  private final People people;
  private final History history;

  PeopleApi(People people, History history) {
    this.people = people;
    this.history = history;
  }

  record Whole(Person person, PersonStore.Dossier dossier, List<History.Told> history) {}

  @GetMapping
  People.Page search(
      @RequestParam(defaultValue = "") String words,
      @RequestParam Optional<PersonState> state,
      @RequestParam Optional<Long> offerId,
      @RequestParam Optional<String> tag,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "50") int size) {
    int wanted = Math.max(1, Math.min(size, MOST_A_PAGE));
    return people.search(new People.Filter(words, state, offerId, tag), Math.max(0, page), wanted);
  }

  @GetMapping("/{id}")
  Whole get(@PathVariable long id) {
    return new Whole(people.get(id), people.dossier(id), history.ofPerson(id));
  }

  record Tracking(boolean untracked) {}

  /** Somebody asked that nobody follow what they open and click, or takes that back. */
  @PutMapping("/{id}/tracking")
  Whole track(@PathVariable long id, @RequestBody Tracking tracking) {
    people.get(id);
    people.leaveUntracked(id, tracking.untracked());
    return get(id);
  }
}
