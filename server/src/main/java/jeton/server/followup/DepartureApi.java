package jeton.server.followup;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The owner stops emails to somebody. */
@RestController
class DepartureApi {
  private final Departures departures;

  DepartureApi(Departures departures) {
    this.departures = departures;
  }

  @PostMapping("/api/people/{id}/block")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void block(@PathVariable long id) {
    departures.block(id);
  }
}
