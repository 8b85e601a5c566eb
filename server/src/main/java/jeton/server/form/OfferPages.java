package jeton.server.form;

import java.util.Optional;
import jeton.core.offer.OfferState;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** An offer's hosted page, and the page it leads to. */
@RestController
class OfferPages {
  private final Offers offers;
  private final Forms forms;
  private final FormPages pages;
  private final ViewCounter views;

  OfferPages(Offers offers, Forms forms, FormPages pages, ViewCounter views) {
    this.offers = offers;
    this.forms = forms;
    this.pages = pages;
    this.views = views;
  }

  @GetMapping("/o/{slug}")
  ResponseEntity<String> page(@PathVariable String slug) {
    Optional<Offer> offer = offers.bySlug(slug);
    Optional<Form> form = offer.flatMap(o -> forms.rememberedHosted(o.id()));
    if (form.isEmpty() || offer.get().state() == OfferState.DRAFT) {
      return pages.nothingHere();
    }
    if (offer.get().state() != OfferState.LIVE) {
      return pages.closed(form.get());
    }
    views.seen(form.get().id());
    return pages.show(HttpStatus.OK, form.get(), OfferPage.Typed.NOTHING);
  }

  @GetMapping("/o/{slug}/thanks")
  ResponseEntity<String> thanks(
      @PathVariable String slug, @RequestParam(defaultValue = "false") boolean known) {
    Offer offer = offers.bySlug(slug).orElseThrow(() -> new NotThere("This offer"));
    Form form = forms.rememberedHosted(offer.id()).orElseThrow(() -> new NotThere("This form"));
    return pages.words(
        HttpStatus.OK, form.settings().looks(), FormPages.afterwards(offer, form, known));
  }
}
