package jeton.server.form;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.core.problem.Problem;
import jeton.server.business.Business;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.Page;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.signup.SignUps;
import org.altcha.altcha.Altcha;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** Takes what a form sent: checks it, signs up, and says what the form says afterwards. */
@Component
class SignUpDesk {
  private static final List<Problem> PRESS_AGAIN =
      List.of(
          new Problem("", "too_fast", "That was very quick. Please press the button once more."));
  private static final List<Problem> TOO_MANY =
      List.of(
          new Problem(
              "", "too_many", "Too many sign-ups come from your network. Try again in a minute."));

  private final Forms forms;
  private final Offers offers;
  private final SignUps signUps;
  private final FormPages pages;
  private final Tools tools;

  SignUpDesk(Forms forms, Offers offers, SignUps signUps, FormPages pages, Tools tools) {
    this.forms = forms;
    this.offers = offers;
    this.signUps = signUps;
    this.pages = pages;
    this.tools = tools;
  }

  /** What lies on the desk. */
  @Component
  record Tools(
      HumanCheck check,
      FormRenderer renderer,
      Business business,
      Incentives incentives,
      Games games) {}

  /** The answer to a script. */
  sealed interface Reply {
    /**
     * Signed up: what to show, or where to go on to.
     *
     * @param html the same words, drawn
     * @param result key of what was played for, where it is only now known
     */
    record Done(
        String heading,
        String text,
        String html,
        Optional<String> goTo,
        int closesAfter,
        Optional<String> result)
        implements Reply {}

    /** A proof of work is asked for first. */
    record Checked(Altcha.Challenge challenge) implements Reply {}
  }

  private record Place(Offer offer, Form form) {}

  /** A plain form: answered with a page, or on to one. */
  ResponseEntity<String> byForm(String key, Map<String, String> values, String network) {
    Optional<Form> form = forms.rememberedByKey(key);
    if (form.isEmpty()) {
      return pages.gone();
    }
    Place place = new Place(offers.remembered(form.get().offerId()), form.get());
    if (isClosed(place)) {
      return pages.closed(place.form());
    }
    return switch (tools.check().judge(values, network)) {
      case CHECK_NEEDED -> pages.check(place.form(), values, tools.check().challenge());
      case ROBOT ->
          pages.after(
              place.offer(),
              place.form(),
              FormPages.Taken.QUIETLY,
              values.containsKey(FormPages.FRAMED));
      case TOO_FAST -> again(place, values, PRESS_AGAIN);
      case TOO_MANY -> again(place, values, TOO_MANY);
      case PERSON -> signUpByForm(place, values, network);
    };
  }

  private ResponseEntity<String> signUpByForm(
      Place place, Map<String, String> values, String network) {
    Posted posted = posted(place, values);
    SignUps.Outcome outcome = signUp(place, posted, values, network);
    if (outcome instanceof SignUps.Outcome.Refused refused) {
      return again(place, values, refused.problems());
    }
    SignUps.Outcome.Taken taken = (SignUps.Outcome.Taken) outcome;
    return ResponseEntity.status(HttpStatus.SEE_OTHER)
        .header(
            "Location",
            goTo(place, posted)
                .orElseGet(
                    () -> thanks(place, taken, posted.key(), values.containsKey(FormPages.FRAMED))))
        .header("Referrer-Policy", "no-referrer")
        .build();
  }

  /** A script: answered with what to show. */
  Reply byJson(String key, Map<String, String> values, String network) {
    Form form = forms.rememberedByKey(key).orElseThrow(() -> new NotThere("This form"));
    Place place = new Place(offers.remembered(form.offerId()), form);
    if (isClosed(place)) {
      throw new Refused(
          "",
          "offer_closed",
          "This offer takes no sign-ups at the moment. What you typed is still here.");
    }
    return switch (tools.check().judge(values, network)) {
      case CHECK_NEEDED -> new Reply.Checked(tools.check().challenge());
      case ROBOT ->
          done(place, new SignUps.Outcome.Taken(false, Optional.empty()), "", Optional.empty());
      case TOO_FAST -> throw new Refused(PRESS_AGAIN);
      case TOO_MANY -> throw new Refused(TOO_MANY);
      case PERSON -> signUpByJson(place, values, network);
    };
  }

  private Reply signUpByJson(Place place, Map<String, String> values, String network) {
    Posted posted = posted(place, values);
    SignUps.Outcome outcome = signUp(place, posted, values, network);
    if (outcome instanceof SignUps.Outcome.Refused refused) {
      throw new Refused(inOwnWords(place.form(), refused.problems()));
    }
    return done(place, (SignUps.Outcome.Taken) outcome, posted.key(), goTo(place, posted));
  }

  private Reply done(
      Place place, SignUps.Outcome.Taken taken, String submissionKey, Optional<String> goTo) {
    Optional<Game.Reply> played = tools.games().answer(place.offer(), submissionKey);
    PageWords usual =
        FormPages.afterwards(place.offer(), place.form(), saysKnown(place.form(), taken));
    PageWords words = FormPages.first(played, usual);
    List<Part> parts =
        taken.pass().map(token -> tools.renderer().given(place.offer(), token)).orElse(List.of());
    return new Reply.Done(
        words.heading(),
        words.text(),
        tools.renderer().after(words, FormPages.steps(place.offer(), usual), parts),
        goTo,
        // What was played for is read in one's own time.
        played.isPresent() ? 0 : place.form().settings().afterwards().closesAfter(),
        played.map(Game.Reply::result));
  }

  private SignUps.Outcome signUp(
      Place place, Posted posted, Map<String, String> values, String network) {
    Game.Judged judged = tools.games().judge(place.offer(), values);
    List<Problem> problems = new ArrayList<>(judged.problems());
    problems.addAll(posted.problems());
    return problems.isEmpty()
        ? signUps.signUp(
            place.offer(),
            place.form().id(),
            posted.submission("/o/" + place.offer().settings().slug(), network, judged.round()))
        : new SignUps.Outcome.Refused(problems);
  }

  private ResponseEntity<String> again(
      Place place, Map<String, String> values, List<Problem> problems) {
    FormPart.Typed fresh = tools.renderer().fresh();
    String submissionKey = values.getOrDefault("submission_key", fresh.submissionKey());
    return pages.show(
        HttpStatus.UNPROCESSABLE_CONTENT,
        place.offer(),
        place.form(),
        new FormPart.Typed(
            values, problems, submissionKey, values.getOrDefault("stamp", fresh.stamp())));
  }

  private Posted posted(Place place, Map<String, String> values) {
    return new Posted(place.form().settings(), tools.business().now().settings().fields(), values);
  }

  private boolean isClosed(Place place) {
    return !place.form().on() || !tools.incentives().takesSignUps(place.offer());
  }

  private static boolean saysKnown(Form form, SignUps.Outcome.Taken taken) {
    return form.settings().afterwards().known().said() && taken.wasOnTheList();
  }

  private static String thanks(
      Place place, SignUps.Outcome.Taken taken, String submissionKey, boolean framed) {
    String address =
        Page.address(
            "/o/" + place.offer().settings().slug() + "/thanks",
            saysKnown(place.form(), taken) ? "known=true" : "",
            taken.pass().map(token -> "pass=" + token).orElse(""),
            place.offer().settings().gives().results().isEmpty() ? "" : "turn=" + submissionKey,
            place.form().shape() == jeton.core.display.Shape.FULL_PAGE
                ? ""
                : "form=" + place.form().key(),
            framed ? "framed=true" : "");
    return address;
  }

  /** The address a visitor is led on to, with the answers chosen for it. */
  private static Optional<String> goTo(Place place, Posted posted) {
    var afterwards = place.form().settings().afterwards();
    if (!afterwards.goesOn()) {
      return Optional.empty();
    }
    String[] along =
        posted.alongWith(afterwards.withFields()).entrySet().stream()
            .map(
                field ->
                    field.getKey()
                        + "="
                        + URLEncoder.encode(field.getValue(), StandardCharsets.UTF_8))
            .toArray(String[]::new);
    return Optional.of(Page.address(afterwards.address(), along));
  }

  private static List<Problem> inOwnWords(Form form, List<Problem> problems) {
    Map<String, String> own = form.settings().afterwards().fieldErrors();
    return problems.stream()
        .map(p -> new Problem(p.field(), p.code(), own.getOrDefault(p.field(), p.message())))
        .toList();
  }
}
