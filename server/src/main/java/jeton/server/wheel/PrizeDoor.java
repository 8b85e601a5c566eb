package jeton.server.wheel;

import java.net.URI;
import java.time.Clock;
import java.util.Optional;
import jeton.core.handover.PassStatus;
import jeton.server.handover.HandOvers;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Leads from a wheel's pass on to the pass of what was won (W5). */
@RestController
class PrizeDoor {
  private final Passes passes;
  private final Offers offers;
  private final SpinStore store;
  private final Spins spins;
  private final HandOvers handOvers;
  private final Clock clock;

  PrizeDoor(
      Passes passes,
      Offers offers,
      SpinStore store,
      Spins spins,
      HandOvers handOvers,
      Clock clock) {
    this.passes = passes;
    this.offers = offers;
    this.store = store;
    this.spins = spins;
    this.handOvers = handOvers;
    this.clock = clock;
  }

  @GetMapping("/g/{token}/prize")
  ResponseEntity<Void> prize(@PathVariable String token) {
    Optional<String> on =
        passes
            .find(token)
            .filter(pass -> pass.status(clock.instant()) != PassStatus.EXPIRED)
            .flatMap(pass -> other(pass).flatMap(o -> handOvers.linkAgain(o, pass.personId())));
    // Without one, the pass's own page says how it stands.
    return ResponseEntity.status(HttpStatus.SEE_OTHER)
        .location(URI.create("/g/" + on.orElse(token)))
        .header("Referrer-Policy", "no-referrer")
        .header("Cache-Control", "private, no-store")
        .header("X-Robots-Tag", "noindex")
        .build();
  }

  private Optional<Offer> other(Passes.Pass pass) {
    return pass.given()
        .flatMap(id -> store.find(pass.offerId(), id))
        .filter(Spin::brings)
        .flatMap(spin -> spins.ended(spin).slice().prize().offerId())
        .flatMap(offers::find);
  }
}
