package jeton.server.leaving;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The owner stops emails to somebody. */
@RestController
class DepartureApi {
  private final Departures departures;

  DepartureApi(Departures departures) {
    this.departures = departures;
  }

  record ListChoice(boolean on) {}

  /** Puts somebody on a list by hand, or takes them off it. */
  @PutMapping("/api/people/{id}/lists/{listId}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void list(@PathVariable long id, @PathVariable long listId, @RequestBody ListChoice choice) {
    departures.listByHand(id, listId, choice.on());
  }

  @PostMapping("/api/people/{id}/block")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void block(@PathVariable long id) {
    departures.block(id);
  }
}
