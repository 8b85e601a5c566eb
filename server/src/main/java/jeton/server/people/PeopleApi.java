package jeton.server.people;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import jeton.core.people.PersonState;
import jeton.core.segment.Criterion;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
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
  private final PeopleExport export;

  PeopleApi(People people, PeopleExport export) {
    this.people = people;
    this.export = export;
  }

  @GetMapping
  People.Page search(
      @RequestParam(defaultValue = "") String words,
      @RequestParam Optional<PersonState> state,
      @RequestParam Optional<Long> offerId,
      @RequestParam Optional<String> tag,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "50") int size) {
    int wanted = Math.max(1, Math.min(size, MOST_A_PAGE));
    return people.search(People.Filter.of(words, state, offerId, tag), Math.max(0, page), wanted);
  }

  /**
   * People looked for by a question.
   *
   * @param page from 0
   */
  record PeopleAsked(String words, Criterion.Group question, int page, int size) {}

  /** A page of the table of people: a question may be longer than an address. */
  @PostMapping("/search")
  People.Rows rows(@RequestBody PeopleAsked asked) {
    int wanted = Math.max(1, Math.min(asked.size(), MOST_A_PAGE));
    return people.rows(
        new People.Filter(asked.words(), asked.question()), Math.max(0, asked.page()), wanted);
  }

  /** Everybody a question finds, as CSV (L5). */
  @PostMapping(path = "/export", produces = "text/csv")
  void export(@RequestBody PeopleAsked asked, HttpServletResponse response) throws IOException {
    export.write(new People.Filter(asked.words(), asked.question()), response);
  }
}
