package jeton.server.form;

import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.server.business.Business;
import jeton.server.offer.Offer;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** The pages around a form: itself, what it says afterwards, and what it says when it is closed. */
@Component
class FormPages {
  private final Pages pages;
  private final Business business;

  FormPages(Pages pages, Business business) {
    this.pages = pages;
    this.business = business;
  }

  ResponseEntity<String> show(HttpStatus status, Form form, OfferPage.Typed typed) {
    return pages.answer(
        status,
        "offer",
        OfferPage.model(business.now().settings(), form.key(), form.settings(), typed));
  }

  /**
   * What the visitor reads after signing up; the same for everybody unless the owner says so (S6).
   */
  static PageWords afterwards(Offer offer, Form form, boolean alreadyOnTheList) {
    if (alreadyOnTheList && form.settings().known().said()) {
      return form.settings().known().words();
    }
    var confirm = offer.settings().confirm();
    // With confirmation off there is no button to wait for: the confirmed words are the true ones.
    return confirm.on()
        ? confirm.waiting()
        : new PageWords(confirm.confirmed().heading(), "It is on its way to you by email.");
  }

  ResponseEntity<String> closed(Form form) {
    return words(
        HttpStatus.OK,
        form.settings().looks(),
        new PageWords(
            "This is resting",
            "“"
                + form.settings().headline()
                + "” takes no sign-ups at the moment. Links you already have go on working."));
  }

  ResponseEntity<String> gone() {
    return words(
        HttpStatus.NOT_FOUND,
        Page.PLAIN,
        new PageWords(
            "This form is gone", "The page you came from holds an old form. Nothing was kept."));
  }

  ResponseEntity<String> nothingHere() {
    return words(
        HttpStatus.NOT_FOUND,
        Page.PLAIN,
        new PageWords(
            "There is nothing here", "The address may be mistyped, or the offer is over."));
  }

  ResponseEntity<String> words(HttpStatus status, Looks looks, PageWords words) {
    return pages.answer(status, "words", Page.words(business.now().settings(), looks, words));
  }
}
