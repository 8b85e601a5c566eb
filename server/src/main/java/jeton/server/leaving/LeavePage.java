package jeton.server.leaving;

import java.net.URI;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import jeton.core.people.PersonState;
import jeton.server.business.Business;
import jeton.server.mail.Outbox;
import jeton.server.people.Lists;
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
  private final Lists lists;
  private final Outbox outbox;

  LeavePage(
      Departures departures,
      People people,
      Lists lists,
      Outbox outbox,
      Tokens tokens,
      Business business,
      LeaveWords words) {
    this.departures = departures;
    this.people = people;
    this.lists = lists;
    this.outbox = outbox;
    this.tokens = tokens;
    this.business = business;
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
    return gone ? words.left() : words.ask("/u/" + token, lists.of(leaver.get().personId()));
  }

  @PostMapping("/u/{token}")
  ResponseEntity<String> leave(
      @PathVariable String token,
      @RequestParam(name = "List-Unsubscribe", defaultValue = "") String oneClick,
      @RequestParam(defaultValue = "") String choice,
      @RequestParam(name = "keep", required = false) Set<Long> keep) {
    Optional<Leaver> leaver = leaver(token);
    if (leaver.isEmpty()) {
      return words.unknown();
    }
    if (!oneClick.isEmpty()) {
      oneClick(leaver.get());
      return words.left();
    }
    if (choice.equals("some")) {
      return some(leaver.get(), keep == null ? Set.of() : keep);
    }
    departures.leave(leaver.get().personId(), "on the page", leaver.get().outboxId());
    return gone();
  }

  /** The email's own list is what is left (RFC 8058); one that is for no list leaves all. */
  private void oneClick(Leaver leaver) {
    String how = "by the mail program";
    leaver
        .outboxId()
        .flatMap(outbox::listOf)
        .ifPresentOrElse(
            list -> departures.leaveLists(leaver.personId(), List.of(list), how, leaver.outboxId()),
            () -> departures.leave(leaver.personId(), how, leaver.outboxId()));
  }

  private ResponseEntity<String> some(Leaver leaver, Set<Long> keep) {
    List<Long> leaves =
        lists.of(leaver.personId()).stream()
            .map(Lists.Membership::listId)
            .filter(id -> !keep.contains(id))
            .toList();
    departures.leaveLists(leaver.personId(), leaves, "on the page", leaver.outboxId());
    List<Lists.Membership> stays = lists.of(leaver.personId());
    return stays.isEmpty() ? gone() : words.kept(stays);
  }

  private ResponseEntity<String> gone() {
    String goesOn = business.now().settings().pages().leftGoesOnTo();
    return !goesOn.isEmpty()
        ? ResponseEntity.status(HttpStatus.SEE_OTHER).location(URI.create(goesOn)).build()
        : words.left();
  }
}
