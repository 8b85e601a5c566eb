package jeton.server.handover;

import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Optional;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.handover.PassStatus;
import jeton.server.files.StoredFiles;
import jeton.server.history.History;
import jeton.server.mail.Outbox;
import jeton.server.mail.OutgoingEmail;
import jeton.server.email.Readings;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.people.People;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.support.TransactionOperations;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** {@code /g/{token}}: a pass, its files, and the way to a fresh link (rules P2, P3, P5). */
@RestController
class PassPage {
  private final Passes passes;
  private final Shelf shelf;
  private final PassWords words;
  private final Clock clock;

  PassPage(Passes passes, Shelf shelf, PassWords words, Clock clock) {
    this.passes = passes;
    this.shelf = shelf;
    this.words = words;
    this.clock = clock;
  }

  /** What a pass opens, and what happens then. */
  @org.springframework.stereotype.Component
  record Shelf(
      Offers offers,
      StoredFiles files,
      History history,
      Outbox outbox,
      HandOvers handOvers,
      People people,
      Readings readings,
      TransactionOperations tx) {}

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
    return words.open(shelf.offers().remembered(pass.get().offerId()), "/g/" + token);
  }

  @GetMapping("/g/{token}/files/{number}")
  ResponseEntity<?> file(
      @PathVariable String token, @PathVariable int number, HttpServletRequest request) {
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
    // A look at the headers transfers nothing, so it counts as no use.
    if (!request.getMethod().equals("HEAD") && !use(token, offer, file.get())) {
      return over(token, pass.get());
    }
    return content(file.get());
  }

  @PostMapping("/g/{token}/fresh")
  ResponseEntity<String> fresh(@PathVariable String token) {
    Optional<Passes.Pass> pass = passes.find(token);
    if (pass.isEmpty()) {
      return words.unknown();
    }
    shelf.tx().executeWithoutResult(status -> sendFreshLink(pass.get()));
    return words.fresh();
  }

  private void sendFreshLink(Passes.Pass pass) {
    // The lock makes two clicks at once one after the other, so that the limit holds.
    shelf.people().lock(pass.personId());
    var since = clock.instant().minus(ConfirmationRules.WINDOW);
    var asked = shelf.outbox().asked(pass.personId(), OutgoingEmail.Kind.DELIVERY, since);
    if (ConfirmationRules.maySend(asked, clock.instant())) {
      shelf.handOvers().freshLink(shelf.offers().remembered(pass.offerId()), pass.personId());
    }
  }

  private boolean use(String token, Offer offer, Offer.OfferFile file) {
    return shelf.tx().execute(status -> useOnce(token, offer, file));
  }

  private boolean useOnce(String token, Offer offer, Offer.OfferFile file) {
    Passes.Opening opening = passes.open(token, file.hash()).orElseThrow();
    if (opening.firstUse()) {
      shelf
          .history()
          .note(
              History.Event.of(
                  clock.instant(),
                  History.Kind.PASS_USED,
                  opening.pass().personId(),
                  offer.id(),
                  file.name()));
      shelf.handOvers().used(offer, opening.pass().personId());
    }
    return opening.opened();
  }

  private ResponseEntity<Resource> content(Offer.OfferFile file) {
    ContentDisposition attachment =
        ContentDisposition.attachment().filename(file.name(), StandardCharsets.UTF_8).build();
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(file.mediaType()))
        .header(HttpHeaders.CONTENT_DISPOSITION, attachment.toString())
        .header(HttpHeaders.CACHE_CONTROL, "private")
        .header("X-Robots-Tag", "noindex")
        .header("Referrer-Policy", "no-referrer")
        .header("X-Content-Type-Options", "nosniff")
        .eTag(file.hash())
        .body(shelf.files().open(file.hash()));
  }

  private ResponseEntity<String> over(String token, Passes.Pass pass) {
    boolean spent = pass.status(clock.instant()) == PassStatus.SPENT;
    return words.over("/g/" + token + "/fresh", spent);
  }
}
