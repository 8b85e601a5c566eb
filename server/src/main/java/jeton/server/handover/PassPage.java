package jeton.server.handover;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import jeton.core.handover.PassStatus;
import jeton.server.files.FileAnswers;
import jeton.server.files.PictureAnswers;
import jeton.server.incentive.Face;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.reading.Readings;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** {@code /g/{token}}: a pass, its files, and the way to a fresh link (rules P2, P3, P5). */
@RestController
class PassPage {
  private final Passes passes;
  private final PassUses uses;
  private final Shelf shelf;
  private final PassWords words;
  private final Clock clock;

  PassPage(Passes passes, PassUses uses, Shelf shelf, PassWords words, Clock clock) {
    this.passes = passes;
    this.uses = uses;
    this.shelf = shelf;
    this.words = words;
    this.clock = clock;
  }

  /** What lies behind a pass, and who hears that it was looked at. */
  @org.springframework.stereotype.Component
  record Shelf(
      Offers offers,
      Incentives incentives,
      FileAnswers files,
      PictureAnswers pictures,
      Readings readings) {}

  @GetMapping("/g/{token}")
  ResponseEntity<String> show(@PathVariable String token, HttpServletRequest request) {
    Optional<Passes.Pass> pass = passes.find(token);
    if (pass.isEmpty()) {
      return words.unknown();
    }
    passes
        .carriedBy(token)
        .ifPresent(outboxId -> shelf.readings().passOpened(outboxId, Readings.Fetch.of(request)));
    if (pass.get().status(clock.instant()) != PassStatus.GOOD) {
      return over(token, pass.get());
    }
    Offer offer = shelf.offers().remembered(pass.get().offerId());
    return words.open(offer, shelf.incentives().ownPage(offer, pass.get(), token));
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
    Offer offer = shelf.offers().remembered(pass.get().offerId());
    Optional<Offer.OfferFile> file =
        offer.files().stream().filter(f -> f.number() == number).findFirst();
    if (file.isEmpty()) {
      return words.unknown();
    }
    Face.Way way = shelf.incentives().way(offer, pass.get().personId(), file.get());
    if (way == Face.Way.NOT) {
      return words.unknown();
    }
    if (way == Face.Way.NOT_YET) {
      return words.notYet(offer);
    }
    // A look at the headers transfers nothing, so it counts as no use.
    if (!request.getMethod().equals("HEAD")
        && !uses.open(new PassUses.Wish(pass.get(), token, way), offer, file.get())) {
      return over(token, pass.get());
    }
    shelf.files().send(file.get().sent(way != Face.Way.KEPT), request, response);
    // Answered already.
    return null;
  }

  /** A picture of what is shown: as private as the page (P5). */
  @GetMapping("/g/{token}/pictures/{hash}")
  ResponseEntity<?> picture(@PathVariable String token, @PathVariable String hash) {
    Optional<Passes.Pass> pass =
        passes.find(token).filter(p -> p.status(clock.instant()) != PassStatus.EXPIRED);
    boolean shown =
        pass.filter(
                p ->
                    shelf
                        .incentives()
                        .showsPicture(shelf.offers().remembered(p.offerId()), p.personId(), hash))
            .isPresent();
    return shown ? shelf.pictures().behindPass(hash) : words.unknown();
  }

  /** The page tells what its holder does with what it shows. */
  @PostMapping("/g/{token}/told/{what}")
  ResponseEntity<Void> told(
      @PathVariable String token,
      @PathVariable String what,
      @RequestBody(required = false) String more) {
    passes
        .find(token)
        .ifPresent(
            pass ->
                uses.told(
                    pass,
                    new Face.Told(
                        what,
                        more == null ? "" : more,
                        pass.given(),
                        passes.carriedBy(token).isPresent())));
    return ResponseEntity.noContent().build();
  }

  @PostMapping("/g/{token}/fresh")
  ResponseEntity<String> fresh(@PathVariable String token) {
    Optional<Passes.Pass> pass = passes.find(token);
    if (pass.isEmpty()) {
      return words.unknown();
    }
    uses.freshLink(pass.get());
    return words.fresh();
  }

  private ResponseEntity<String> over(String token, Passes.Pass pass) {
    boolean spent = pass.status(clock.instant()) == PassStatus.SPENT;
    return words.over("/g/" + token + "/fresh", spent);
  }
}
