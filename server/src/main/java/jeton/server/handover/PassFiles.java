package jeton.server.handover;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import jeton.server.files.FileAnswers;
import jeton.server.incentive.Face;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** {@code /g/{token}/files/{number}}: what a pass hands over (rules P2, P5). */
@RestController
class PassFiles {
  private final Passes passes;
  private final PassUses uses;
  private final Offers offers;
  private final Incentives incentives;
  private final FileAnswers files;
  private final PassWords words;
  private final Clock clock;

  PassFiles(
      Passes passes,
      PassUses uses,
      Offers offers,
      Incentives incentives,
      FileAnswers files,
      PassWords words,
      Clock clock) {
    this.passes = passes;
    this.uses = uses;
    this.offers = offers;
    this.incentives = incentives;
    this.files = files;
    this.words = words;
    this.clock = clock;
  }

  @GetMapping("/g/{token}/files/{number}")
  ResponseEntity<?> file(
      @PathVariable String token,
      @PathVariable int number,
      HttpServletRequest request,
      HttpServletResponse response)
      throws IOException {
    Optional<Passes.Pass> pass = passes.find(token);
    if (pass.isEmpty()) {
      return words.unknown();
    }
    Offer offer = offers.remembered(pass.get().offerId());
    Optional<Offer.OfferFile> file =
        offer.files().stream().filter(f -> f.number() == number).findFirst();
    if (file.isEmpty()) {
      return words.unknown();
    }
    Face.Way way = incentives.way(offer, pass.get().personId(), file.get());
    if (way == Face.Way.NOT) {
      return words.unknown();
    }
    if (way == Face.Way.NOT_YET) {
      return words.notYet(offer);
    }
    // A look at the headers transfers nothing, so it counts as no use.
    if (!request.getMethod().equals("HEAD")
        && !uses.open(new PassUses.Wish(pass.get(), token, way), offer, file.get())) {
      return words.over(PassWords.freshAt(token), pass.get().status(clock.instant()));
    }
    files.send(file.get().sent(way != Face.Way.KEPT), request, response);
    // Answered already.
    return null;
  }
}
