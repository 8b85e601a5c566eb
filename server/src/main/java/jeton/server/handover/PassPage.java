package jeton.server.handover;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.Optional;
import jeton.core.handover.PassStatus;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.reading.Readings;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** {@code /g/{token}}: a pass, and what it opens (rules P2, P3). */
@RestController
class PassPage {
  private final Passes passes;
  private final Offers offers;
  private final Incentives incentives;
  private final Readings readings;
  private final PassWords words;
  private final Clock clock;

  PassPage(
      Passes passes,
      Offers offers,
      Incentives incentives,
      Readings readings,
      PassWords words,
      Clock clock) {
    this.passes = passes;
    this.offers = offers;
    this.incentives = incentives;
    this.readings = readings;
    this.words = words;
    this.clock = clock;
  }

  @GetMapping("/g/{token}")
  ResponseEntity<String> show(@PathVariable String token, HttpServletRequest request) {
    Optional<Passes.Pass> pass = passes.find(token);
    if (pass.isEmpty()) {
      return words.unknown();
    }
    passes
        .carriedBy(token)
        .ifPresent(outboxId -> readings.passOpened(outboxId, Readings.Fetch.of(request)));
    if (pass.get().status(clock.instant()) != PassStatus.GOOD) {
      return words.over(PassWords.freshAt(token), pass.get().status(clock.instant()));
    }
    Offer offer = offers.remembered(pass.get().offerId());
    return words.open(offer, incentives.ownPage(offer, pass.get(), token));
  }
}
