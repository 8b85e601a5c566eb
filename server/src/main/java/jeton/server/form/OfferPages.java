package jeton.server.form;

import java.net.URI;
import java.time.Duration;
import java.util.Optional;
import jeton.core.offer.OfferState;
import jeton.server.incentive.Games;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import jeton.server.token.Tokens;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.CookieValue;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** An offer's hosted page, the page it leads to, and forms for a frame. */
@RestController
class OfferPages {
  private final Offers offers;
  private static final String COOKIE = "jeton-visitor";
  private static final Duration COOKIE_KEPT = Duration.ofDays(90);

  private final VisitorForms forms;
  private final FormPages pages;
  private final ViewCounter views;
  private final Games games;

  OfferPages(Offers offers, VisitorForms forms, FormPages pages, ViewCounter views, Games games) {
    this.games = games;
    this.offers = offers;
    this.forms = forms;
    this.pages = pages;
    this.views = views;
  }

  @GetMapping("/o/{slug}")
  ResponseEntity<String> page(
      @PathVariable String slug,
      @CookieValue(name = COOKIE, required = false) Optional<String> cookie) {
    Optional<Offer> offer = offers.bySlug(slug);
    Optional<Form> form = offer.flatMap(o -> forms.hosted(o.id(), ""));
    if (form.isEmpty() || offer.get().state() == OfferState.DRAFT) {
      return pages.nothingHere();
    }
    if (!pages.takesSignUps(offer.get()) || !form.get().on()) {
      return pages.closed(form.get());
    }
    views.seen(form.get().id());
    if (!forms.isTried(form.get())) {
      return pages.fresh(offer.get(), form.get(), Optional.empty());
    }
    String visitor = cookie.filter(VisitorForms::isId).orElseGet(Tokens::random);
    Form met = forms.hosted(offer.get().id(), visitor).orElseThrow();
    forms.seen(met, visitor);
    ResponseEntity<String> page = pages.fresh(offer.get(), met, Optional.of(visitor));
    return ResponseEntity.status(page.getStatusCode())
        .headers(page.getHeaders())
        .header(HttpHeaders.SET_COOKIE, kept(visitor))
        .body(page.getBody());
  }

  /** Nobody else is told of it; only while two versions are tried is it there at all. */
  private String kept(String visitor) {
    return ResponseCookie.from(COOKIE, visitor)
        .path("/o/")
        .maxAge(COOKIE_KEPT)
        .httpOnly(true)
        .secure(pages.isEncrypted())
        .sameSite("Lax")
        .build()
        .toString();
  }

  /**
   * The page after a sign-up.
   *
   * @param form key of the form that was sent; the hosted one unless named
   * @param pass token of a pass given on the spot
   * @param turn key of the form that was played and sent
   */
  @GetMapping("/o/{slug}/thanks")
  ResponseEntity<String> thanks(
      @PathVariable String slug,
      @RequestParam(defaultValue = "false") boolean known,
      @RequestParam Optional<String> form,
      @RequestParam Optional<String> pass,
      @RequestParam Optional<String> turn,
      @RequestParam(defaultValue = "false") boolean framed) {
    Offer offer = offers.bySlug(slug).orElseThrow(() -> new NotThere("This offer"));
    Form sent =
        form.flatMap(key -> forms.byKey(key, ""))
            .filter(found -> found.offerId() == offer.id())
            .or(() -> forms.hosted(offer.id(), ""))
            .orElseThrow(() -> new NotThere("This form"));
    Optional<String> straightTo =
        pass.filter(OfferPages::isToken)
            .filter(p -> offer.settings().gives().straight() && !framed);
    if (straightTo.isPresent()) {
      // What was given on the spot is a page of its own (V4).
      return ResponseEntity.status(HttpStatus.SEE_OTHER)
          .location(URI.create("/g/" + straightTo.get()))
          .header("Referrer-Policy", "no-referrer")
          .build();
    }
    return pages.after(
        offer,
        sent,
        new FormPages.Taken(
            known, pass.filter(OfferPages::isToken), turn.flatMap(key -> games.answer(offer, key))),
        framed);
  }

  /** A form alone, for a frame. */
  @GetMapping("/f/{key}")
  ResponseEntity<String> frame(@PathVariable String key) {
    Optional<Form> form = forms.byKey(key, "");
    if (form.isEmpty()) {
      return pages.gone();
    }
    Offer offer = offers.remembered(form.get().offerId());
    if (!pages.takesSignUps(offer) || !form.get().on()) {
      return pages.closed(form.get());
    }
    views.seen(form.get().id());
    return pages.framed(offer, form.get());
  }

  private static boolean isToken(String text) {
    return text.matches("[A-Za-z0-9_-]{27}");
  }
}
