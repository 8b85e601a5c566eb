package jeton.server.form;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.problem.Problem;
import jeton.server.human.HumanCheck;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.signup.SignUps;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Takes what a form sent: checks it, and signs up. */
@Component
class SignUpDesk {
  private static final List<Problem> PRESS_AGAIN =
      List.of(
          new Problem("", "too_fast", "That was very quick. Please press the button once more."));
  private static final List<Problem> TOO_MANY =
      List.of(
          new Problem(
              "", "too_many", "Too many sign-ups come from your network. Try again in a minute."));

  private final VisitorForms forms;
  private final Offers offers;
  private final Incentives incentives;
  private final HumanCheck check;
  private final Submitting submitting;
  private final SignUpReplies replies;
  private final FormPages pages;

  SignUpDesk(
      VisitorForms forms,
      Offers offers,
      Incentives incentives,
      HumanCheck check,
      Submitting submitting,
      SignUpReplies replies,
      FormPages pages) {
    this.forms = forms;
    this.offers = offers;
    this.incentives = incentives;
    this.check = check;
    this.submitting = submitting;
    this.replies = replies;
    this.pages = pages;
  }

  /** Where somebody signs up. */
  record Place(Offer offer, Form form) {}

  /** A plain form: answered with a page, or on to one. */
  ResponseEntity<String> byForm(String key, Map<String, String> values, String network) {
    Optional<Form> form = forms.byKey(key, Posted.visitor(values));
    if (form.isEmpty()) {
      return pages.gone();
    }
    Place place = new Place(offers.remembered(form.get().offerId()), form.get());
    if (isClosed(place)) {
      return pages.closed(place.form());
    }
    return switch (check.judge(values, network)) {
      case CHECK_NEEDED -> pages.check(place.form(), values, check.challenge());
      case ROBOT ->
          pages.after(
              place.offer(),
              place.form(),
              FormPages.Taken.QUIETLY,
              values.containsKey(FormPages.FRAMED));
      case TOO_FAST -> replies.again(place, values, PRESS_AGAIN);
      case TOO_MANY -> replies.again(place, values, TOO_MANY);
      case PERSON -> signUpByForm(place, values, network);
    };
  }

  private ResponseEntity<String> signUpByForm(
      Place place, Map<String, String> values, String network) {
    Posted posted = submitting.posted(place, values);
    SignUps.Outcome outcome = submitting.signUp(place, posted, values, network);
    if (outcome instanceof SignUps.Outcome.Refused refused) {
      return replies.again(place, values, refused.problems());
    }
    return replies.goOn(
        place, posted, (SignUps.Outcome.Taken) outcome, values.containsKey(FormPages.FRAMED));
  }

  /** A script: answered with what to show. */
  SignUpReplies.Reply byJson(String key, Map<String, String> values, String network) {
    Form form =
        forms.byKey(key, Posted.visitor(values)).orElseThrow(() -> new NotThere("This form"));
    Place place = new Place(offers.remembered(form.offerId()), form);
    if (isClosed(place)) {
      throw new Refused(
          "",
          "offer_closed",
          "This offer takes no sign-ups at the moment. What you typed is still here.");
    }
    return switch (check.judge(values, network)) {
      case CHECK_NEEDED -> new SignUpReplies.Reply.Checked(check.challenge());
      case ROBOT -> replies.quietly(place);
      case TOO_FAST -> throw new Refused(PRESS_AGAIN);
      case TOO_MANY -> throw new Refused(TOO_MANY);
      case PERSON -> signUpByJson(place, values, network);
    };
  }

  private SignUpReplies.Reply signUpByJson(
      Place place, Map<String, String> values, String network) {
    Posted posted = submitting.posted(place, values);
    SignUps.Outcome outcome = submitting.signUp(place, posted, values, network);
    if (outcome instanceof SignUps.Outcome.Refused refused) {
      throw new Refused(inOwnWords(place.form(), refused.problems()));
    }
    return replies.done(place, posted, (SignUps.Outcome.Taken) outcome);
  }

  private boolean isClosed(Place place) {
    return !place.form().on() || !incentives.takesSignUps(place.offer());
  }

  private static List<Problem> inOwnWords(Form form, List<Problem> problems) {
    Map<String, String> own = form.settings().afterwards().fieldErrors();
    return problems.stream()
        .map(p -> new Problem(p.field(), p.code(), own.getOrDefault(p.field(), p.message())))
        .toList();
  }
}
