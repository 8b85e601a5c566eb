package jeton.server.confirm;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.server.business.Business;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.FileList;
import jeton.server.page.Page;
import jeton.server.page.Pages;
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
  private final Offers offers;
  private final Business business;
  private final Pages pages;
  private final Clock clock;

  ConfirmPage(
      Confirmations confirmations, Offers offers, Business business, Pages pages, Clock clock) {
    this.confirmations = confirmations;
    this.offers = offers;
    this.business = business;
    this.pages = pages;
    this.clock = clock;
  }

  @GetMapping("/c/{token}")
  ResponseEntity<String> show(@PathVariable String token) {
    return confirmations
        .find(token)
        .map(link -> link.confirmedAt().isPresent() ? confirmed(token, link) : ask(token, link))
        .orElseGet(this::unknown);
  }

  @PostMapping("/c/{token}")
  ResponseEntity<String> confirm(
      @PathVariable String token,
      @RequestParam(defaultValue = "button") String by,
      HttpServletRequest request) {
    String how = by.equals("page") ? "opened the link" : "pressed the button";
    Optional<Confirmations.Link> link =
        confirmations.confirm(token, RequestNetwork.of(request), how);
    if (link.isEmpty()) {
      return unknown();
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
      return unknown();
    }
    confirmations.askAgain(link.get());
    Offer offer = offers.remembered(link.get().offerId());
    return words(HttpStatus.OK, offer.settings().confirm().waiting());
  }

  private ResponseEntity<String> confirmed(String token, Confirmations.Link link) {
    Offer offer = offers.remembered(link.offerId());
    Map<String, Object> model =
        Page.words(business.now().settings(), Page.PLAIN, offer.settings().confirm().confirmed());
    if (offer.settings().confirm().opensIncentive()) {
      model.put("files", FileList.of(offer, "/g/" + token));
    }
    return pages.answer(HttpStatus.OK, "words", model);
  }

  private ResponseEntity<String> ask(String token, Confirmations.Link link) {
    if (link.isOver(clock.instant())) {
      return over(token);
    }
    Offer offer = offers.remembered(link.offerId());
    Map<String, Object> model =
        Page.words(
            business.now().settings(),
            Page.PLAIN,
            new PageWords(
                "One moment",
                "Press the button to confirm your address for “" + offer.settings().name() + "”."));
    model.put(
        "action",
        List.of(Map.of("to", "/c/" + token, "words", "Confirm my address", "sendsItself", true)));
    return pages.answer(HttpStatus.OK, "words", model);
  }

  private ResponseEntity<String> over(String token) {
    Map<String, Object> model =
        Page.words(
            business.now().settings(),
            Page.PLAIN,
            new PageWords(
                "This link has run out", "We can send you a new one, to the same address."));
    model.put(
        "action", List.of(Map.of("to", "/c/" + token + "/again", "words", "Send me a new link")));
    return pages.answer(HttpStatus.GONE, "words", model);
  }

  private ResponseEntity<String> unknown() {
    return words(
        HttpStatus.NOT_FOUND,
        new PageWords(
            "This link does not work", "Part of it may be missing. Open it from the email again."));
  }

  private ResponseEntity<String> words(HttpStatus status, PageWords words) {
    return pages.answer(status, "words", Page.words(business.now().settings(), Page.PLAIN, words));
  }
}
