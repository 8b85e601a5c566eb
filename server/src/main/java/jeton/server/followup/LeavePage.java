package jeton.server.followup;

import java.net.URI;
import java.util.Optional;
import java.util.OptionalLong;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
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
  private final LeaveWords words;

  LeavePage(
      Departures departures, People people, Business business, Tokens tokens, LeaveWords words) {
    this.departures = departures;
    this.people = people;
    this.business = business;
    this.tokens = tokens;
    this.words = words;
  }

  /** Whose link it is, and which email carried it: older ones do not say. */
  private record Leaver(long personId, Optional<Long> outboxId) {}

  private Optional<Leaver> leaver(String token) {
    return tokens
        .verify("leave", token)
        .map(pair -> new Leaver(pair.first(), Optional.of(pair.second())))
        .or(
            () -> {
              OptionalLong person = tokens.verify(token);
              return person.isPresent()
                  ? Optional.of(new Leaver(person.getAsLong(), Optional.empty()))
                  : Optional.empty();
            });
  }

  @GetMapping("/u/{token}")
  ResponseEntity<String> show(@PathVariable String token) {
    Optional<Leaver> leaver = leaver(token);
    if (leaver.isEmpty()) {
      return words.unknown();
    }
    boolean gone = people.get(leaver.get().personId()).state() == PersonState.LEFT;
    return gone ? words.left() : words.ask("/u/" + token);
  }

  @PostMapping("/u/{token}")
  ResponseEntity<String> leave(
      @PathVariable String token,
      @RequestParam(name = "List-Unsubscribe", defaultValue = "") String oneClick) {
    Optional<Leaver> leaver = leaver(token);
    if (leaver.isEmpty()) {
      return words.unknown();
    }
    departures.leave(
        leaver.get().personId(),
        oneClick.isEmpty() ? "on the page" : "by the mail program",
        leaver.get().outboxId());
    String goesOn = business.now().settings().pages().leftGoesOnTo();
    return oneClick.isEmpty() && !goesOn.isEmpty()
        ? ResponseEntity.status(HttpStatus.SEE_OTHER).location(URI.create(goesOn)).build()
        : words.left();
  }
}
