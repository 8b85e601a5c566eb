package jeton.server.confirm;

import java.util.List;
import java.util.Map;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.server.business.Business;
import jeton.server.offer.Offer;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.page.PartList;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** The pages around a confirmation link, in the owner's words and colours. */
@Component
public class ConfirmWords {
  private final Business business;
  private final Pages pages;

  ConfirmWords(Business business, Pages pages) {
    this.business = business;
    this.pages = pages;
  }

  /** Confirmed; with what is given where confirming opens the incentive (S8). */
  public ResponseEntity<String> confirmed(Offer offer, List<Part> parts) {
    Map<String, Object> model =
        Page.words(business.now().settings(), looks(offer), offer.settings().confirm().confirmed());
    if (offer.settings().confirm().opensIncentive()) {
      model.put("parts", PartList.of(parts));
    }
    return pages.answer(HttpStatus.OK, "words", model);
  }

  /** Before confirming: the button, for where no script presses it. */
  ResponseEntity<String> ask(Offer offer, String to) {
    Map<String, Object> model =
        Page.words(
            business.now().settings(),
            looks(offer),
            new PageWords(
                "One moment",
                "Press the button to confirm your address for “" + offer.settings().name() + "”."));
    model.put(
        "action",
        List.of(Map.of("to", to, "words", "Confirm my address", "confirmsAtFirstSign", true)));
    return pages.answer(HttpStatus.OK, "words", model);
  }

  /** The link was pressed too late (S7). */
  public ResponseEntity<String> over(String again) {
    Map<String, Object> model =
        Page.words(
            business.now().settings(),
            Page.looks(business.now().settings().pages().colours()),
            new PageWords(
                business.now().settings().pages().linkExpired().heading(),
                "We can send you a new one, to the same address."));
    model.put("action", List.of(Map.of("to", again, "words", "Send me a new link")));
    return pages.answer(HttpStatus.GONE, "words", model);
  }

  ResponseEntity<String> waiting(Offer offer) {
    Map<String, Object> model =
        Page.words(business.now().settings(), looks(offer), offer.settings().confirm().waiting());
    model.put("steps", steps(offer));
    model.put("hasSteps", !steps(offer).isEmpty());
    return pages.answer(HttpStatus.OK, "words", model);
  }

  ResponseEntity<String> unknown() {
    return pages.answer(
        HttpStatus.NOT_FOUND,
        "words",
        Page.words(
            business.now().settings(),
            Page.PLAIN,
            new PageWords(
                "This link does not work",
                "Part of it may be missing. Open it from the email again.")));
  }

  /** What to do next, numbered; none where the owner wants none or nothing has to be confirmed. */
  public static List<String> steps(Offer offer) {
    boolean shown =
        offer.settings().confirm().on() && offer.settings().confirm().pages().showsSteps();
    return shown
        ? List.of(
            "Open your mailbox", "Look for “" + subject(offer) + "”", "Press the button in it")
        : List.of();
  }

  private static String subject(Offer offer) {
    return offer
        .settings()
        .confirm()
        .email()
        .subject()
        .replaceAll(
            "\\{\\{offer_name}}", java.util.regex.Matcher.quoteReplacement(offer.settings().name()))
        .replaceAll("\\{\\{[^}]*}}", "…");
  }

  private static Looks looks(Offer offer) {
    return Page.looks(offer.settings().confirm().pages().colours());
  }
}
