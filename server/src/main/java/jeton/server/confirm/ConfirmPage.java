package jeton.server.confirm;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Clock;
import java.util.Optional;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.RequestNetwork;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * {@code /c/{token}}. Fetching the page confirms nobody, since link scanners fetch; it is confirmed
 * by a POST, sent by itself where scripts run and by a button where they do not (S7).
 */
@RestController
class ConfirmPage {
  private final Confirmations confirmations;
  private final ConfirmationRequests requests;
  private final Offers offers;
  private final ConfirmWords words;
  private final Incentives incentives;
  private final Clock clock;

  ConfirmPage(
      Confirmations confirmations,
      ConfirmationRequests requests,
      Offers offers,
      ConfirmWords words,
      Incentives incentives,
      Clock clock) {
    this.incentives = incentives;
    this.confirmations = confirmations;
    this.requests = requests;
    this.offers = offers;
    this.words = words;
    this.clock = clock;
  }

  @GetMapping("/c/{token}")
  ResponseEntity<String> show(@PathVariable String token) {
    return confirmations
        .find(token)
        .map(link -> link.confirmedAt().isPresent() ? confirmed(token, link) : ask(token, link))
        .orElseGet(words::unknown);
  }

  @PostMapping("/c/{token}")
  ResponseEntity<String> confirm(
      @PathVariable String token,
      @RequestParam(defaultValue = "button") String by,
      HttpServletRequest request) {
    String how = by.equals("page") ? "opened the link and moved" : "pressed the button";
    Optional<Confirmations.Link> link =
        confirmations.confirm(token, RequestNetwork.of(request), how);
    if (link.isEmpty()) {
      return words.unknown();
    }
    // Back to the page by GET, so that a refresh posts nothing again.
    return ResponseEntity.status(HttpStatus.SEE_OTHER)
        .location(URI.create("/c/" + token))
        .header("Referrer-Policy", "no-referrer")
        .build();
  }

  @PostMapping("/c/{token}/again")
  ResponseEntity<String> again(@PathVariable String token) {
    Optional<Confirmations.Link> link = confirmations.find(token);
    if (link.isEmpty()) {
      return words.unknown();
    }
    requests.askAgain(link.get());
    return words.waiting(offers.remembered(link.get().offerId()));
  }

  private ResponseEntity<String> confirmed(String token, Confirmations.Link link) {
    Offer offer = offers.remembered(link.offerId());
    String goesOn = offer.settings().confirm().pages().goesOnTo();
    if (!goesOn.isEmpty()) {
      return ResponseEntity.status(HttpStatus.SEE_OTHER)
          .location(URI.create(goesOn))
          .header("Referrer-Policy", "no-referrer")
          .build();
    }
    if (offer.settings().leadsStraight()) {
      // A token just confirmed is a link to the pass as well (S8).
      return ResponseEntity.status(HttpStatus.SEE_OTHER)
          .location(URI.create("/g/" + token))
          .header("Referrer-Policy", "no-referrer")
          .build();
    }
    return words.confirmed(offer, incentives.behind(offer, token, ""));
  }

  private ResponseEntity<String> ask(String token, Confirmations.Link link) {
    return link.isOver(clock.instant())
        ? words.over("/c/" + token + "/again")
        : words.ask(offers.remembered(link.offerId()), "/c/" + token);
  }
}
