package jeton.server.handover;

import java.util.List;
import java.util.Map;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.core.handover.PassStatus;
import jeton.server.business.Business;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.page.PartList;
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
  public ResponseEntity<String> open(Offer offer, Incentives.OwnPage page) {
    return pages.answer(HttpStatus.OK, "words", model(offer, page));
  }

  /** The same as text, for looking at. */
  public String drawn(Offer offer, Incentives.OwnPage page) {
    return pages.render("words", model(offer, page));
  }

  private Map<String, Object> model(Offer offer, Incentives.OwnPage page) {
    Looks looks = Page.looks(offer.settings().confirm().pages().colours());
    Map<String, Object> model = Page.words(business.now().settings(), looks, page.words());
    model.put("parts", PartList.of(page.parts()));
    model.put("looked", page.looked());
    return model;
  }

  /** A part of it is not open yet (V3). */
  ResponseEntity<String> notYet(Offer offer) {
    Looks looks = Page.looks(offer.settings().confirm().pages().colours());
    return pages.answer(
        HttpStatus.FORBIDDEN,
        "words",
        Page.words(
            business.now().settings(),
            looks,
            new PageWords("Not open yet", "Your page tells when this opens. Come back then.")));
  }

  /** It has run out, or been used up; a fresh link is offered. */
  /** Where a fresh link is asked for. */
  static String freshAt(String token) {
    return "/g/" + token + "/fresh";
  }

  /**
   * @param fresh where a fresh link is asked for
   */
  public ResponseEntity<String> over(String fresh, PassStatus status) {
    PageWords expired = business.now().settings().pages().linkExpired();
    PageWords words =
        status == PassStatus.SPENT
            ? new PageWords("This link has been used up", expired.text())
            : expired;
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
