package jeton.server.handover;

import java.util.List;
import java.util.Map;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.server.business.Business;
import jeton.server.offer.Offer;
import jeton.server.page.FileList;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** The pages of a pass, in the owner's words and colours (P3). */
@Component
public class PassWords {
  private final Business business;
  private final Pages pages;

  PassWords(Business business, Pages pages) {
    this.business = business;
    this.pages = pages;
  }

  /** What the pass opens. */
  public ResponseEntity<String> open(Offer offer, String pass) {
    Looks looks = Page.looks(offer.settings().confirm().pages().colours());
    Map<String, Object> model =
        Page.words(business.now().settings(), looks, offer.settings().handOver().page());
    model.put("files", FileList.of(offer, pass));
    return pages.answer(HttpStatus.OK, "words", model);
  }

  /** It has run out, or been used up; a fresh link is offered. */
  public ResponseEntity<String> over(String fresh, boolean spent) {
    PageWords expired = business.now().settings().pages().linkExpired();
    PageWords words = spent ? new PageWords("This link has been used up", expired.text()) : expired;
    Map<String, Object> model = model(words);
    model.put("action", List.of(Map.of("to", fresh, "words", "Send me a fresh link")));
    return pages.answer(HttpStatus.GONE, "words", model);
  }

  ResponseEntity<String> fresh() {
    return pages.answer(
        HttpStatus.OK, "words", model(business.now().settings().pages().freshLink()));
  }

  ResponseEntity<String> unknown() {
    return pages.answer(
        HttpStatus.NOT_FOUND,
        "words",
        model(
            new PageWords(
                "This link does not work",
                "Part of it may be missing. Open it from the email again.")));
  }

  private Map<String, Object> model(PageWords words) {
    return Page.words(
        business.now().settings(), Page.looks(business.now().settings().pages().colours()), words);
  }
}
