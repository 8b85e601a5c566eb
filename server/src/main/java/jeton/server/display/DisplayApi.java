package jeton.server.display;

import java.util.List;
import java.util.Optional;
import jeton.core.display.Reason;
import jeton.core.display.Shape;
import jeton.server.form.Form;
import jeton.server.offer.Offer;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The tester: which forms would show on a page to a visitor, which would not, and why. */
@RestController
@RequestMapping("/api/display")
class DisplayApi {
  private final DisplayDesk desk;

  DisplayApi(DisplayDesk desk) {
    this.desk = desk;
  }

  /**
   * A made-up visitor.
   *
   * @param closedDaysAgo every form was closed so many days ago; empty: never
   * @param declinedDaysAgo likewise for "no thanks"
   * @param shown times every form was shown
   * @param signedUpFor an offer they signed up for
   */
  record Visitor(
      String url,
      String referrer,
      boolean returning,
      int pages,
      boolean mobile,
      Optional<Integer> closedDaysAgo,
      Optional<Integer> declinedDaysAgo,
      int shown,
      Optional<Long> signedUpFor) {}

  /** What would happen with one form. */
  record Verdict(
      long formId,
      long offerId,
      String offer,
      String form,
      Shape shape,
      boolean shows,
      Optional<Reason> reason,
      Optional<String> words) {}

  @PostMapping("/test")
  List<Verdict> test(@RequestBody Visitor visitor) {
    return desk.test(visitor).stream().map(DisplayApi::verdict).toList();
  }

  private static Verdict verdict(DisplayDesk.Decided decided) {
    Form form = decided.form();
    Offer offer = decided.offer();
    return new Verdict(
        form.id(),
        offer.id(),
        offer.settings().name(),
        form.settings().name(),
        form.shape(),
        decided.verdict().shows(),
        decided.verdict().because(),
        decided.verdict().because().map(Reason::words));
  }
}
