package jeton.server.followup;

import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import jeton.core.form.PageWords;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.people.People;
import jeton.server.token.Tokens;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** {@code /u/{token}}: the page to leave, and the one-click way mail programs use (RFC 8058). */
@RestController
class LeavePage {
  private final Departures departures;
  private final People people;
  private final Business business;
  private final Tokens tokens;
  private final Pages pages;

  LeavePage(Departures departures, People people, Business business, Tokens tokens, Pages pages) {
    this.departures = departures;
    this.people = people;
    this.business = business;
    this.tokens = tokens;
    this.pages = pages;
  }

  @GetMapping("/u/{token}")
  ResponseEntity<String> show(@PathVariable String token) {
    OptionalLong person = tokens.verify(token);
    if (person.isEmpty()) {
      return unknown();
    }
    boolean gone = people.get(person.getAsLong()).state() == PersonState.LEFT;
    return gone ? left() : ask(token);
  }

  @PostMapping("/u/{token}")
  ResponseEntity<String> leave(
      @PathVariable String token,
      @RequestParam(name = "List-Unsubscribe", defaultValue = "") String oneClick) {
    OptionalLong person = tokens.verify(token);
    if (person.isEmpty()) {
      return unknown();
    }
    departures.leave(
        person.getAsLong(), oneClick.isEmpty() ? "on the page" : "by the mail program");
    return left();
  }

  private ResponseEntity<String> ask(String token) {
    BusinessSettings settings = business.now().settings();
    Map<String, Object> model =
        Page.words(
            settings,
            Page.PLAIN,
            new PageWords(
                "Leave the list", "You will get no more emails from " + settings.name() + "."));
    model.put("action", List.of(Map.of("to", "/u/" + token, "words", "Leave the list")));
    return pages.answer(HttpStatus.OK, "words", model);
  }

  private ResponseEntity<String> left() {
    BusinessSettings settings = business.now().settings();
    return pages.answer(
        HttpStatus.OK,
        "words",
        Page.words(
            settings,
            Page.PLAIN,
            new PageWords(
                "You have left the list",
                "Nothing more will come. You can sign up again whenever you like.")));
  }

  private ResponseEntity<String> unknown() {
    return pages.answer(
        HttpStatus.NOT_FOUND,
        "words",
        Page.words(
            business.now().settings(),
            Page.PLAIN,
            new PageWords(
                "This link does not work",
                "Part of it may be missing. Open it from the email again, or answer the email and ask to be taken off.")));
  }
}
