package jeton.server.form;

import java.net.URI;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.display.Shape;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.server.business.Business;
import jeton.server.confirm.ConfirmWords;
import jeton.server.incentive.Game;
import jeton.server.offer.Offer;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.page.PartList;
import org.altcha.altcha.Altcha;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** The pages around a form: itself, what it says afterwards, and what it says when it is closed. */
@Component
public class FormPages {
  /** What a form in a frame sends along, so that its answers may stand in that frame too. */
  static final String FRAMED = "framed";

  private final Pages pages;
  private final Business business;
  private final FormRenderer renderer;

  FormPages(Pages pages, Business business, FormRenderer renderer) {
    this.pages = pages;
    this.business = business;
    this.renderer = renderer;
  }

  /** Whether visitors reach us by an encrypted line. */
  boolean isEncrypted() {
    return renderer.base().startsWith("https://");
  }

  boolean takesSignUps(Offer offer) {
    return renderer.takesSignUps(offer);
  }

  ResponseEntity<String> fresh(Offer offer, Form form, Optional<String> visitor) {
    return show(HttpStatus.OK, offer, form, renderer.fresh().by(visitor));
  }

  /** The form on a page of ours: the hosted one, or one it is put right on; or alone in a frame. */
  ResponseEntity<String> show(HttpStatus status, Offer offer, Form form, FormPart.Typed typed) {
    if (typed.values().containsKey(FRAMED)) {
      return framed(status, offer, form, typed);
    }
    Map<String, Object> model =
        Page.frame(
            business.now().settings(), form.settings().looks(), form.settings().words().headline());
    model.putAll(renderer.model(offer, alone(form), typed));
    return pages.answer(status, "offer", model, new Pages.Openness("'self'", leadsTo(form)));
  }

  /** A form that hung over a page has no page to hang over here. */
  private static Form alone(Form form) {
    return form.shape() == Shape.FULL_PAGE ? form : form.as(Shape.IN_PAGE);
  }

  /** The form alone, for a frame on any site. */
  ResponseEntity<String> framed(Offer offer, Form form) {
    return framed(HttpStatus.OK, offer, form, renderer.fresh());
  }

  private ResponseEntity<String> framed(
      HttpStatus status, Offer offer, Form form, FormPart.Typed typed) {
    Map<String, Object> model = renderer.model(offer, alone(form), typed);
    model.put("base", renderer.base());
    model.put("framed", true);
    return pages.answer(status, "frame", model, new Pages.Openness("*", leadsTo(form)));
  }

  /**
   * What the visitor reads after signing up; the same for everybody unless the owner says so (S6).
   */
  static PageWords afterwards(Offer offer, Form form, boolean alreadyOnTheList) {
    var afterwards = form.settings().afterwards();
    if (alreadyOnTheList && afterwards.known().said()) {
      return afterwards.known().words();
    }
    if (!afterwards.message().heading().isBlank()) {
      return afterwards.message();
    }
    var confirm = offer.settings().confirm();
    // With confirmation off there is no button to wait for: the confirmed words are the true ones.
    return confirm.on()
        ? confirm.waiting()
        : new PageWords(confirm.confirmed().heading(), "It is on its way to you by email.");
  }

  /** What to do next, numbered: under the waiting words only. */
  static List<String> steps(Offer offer, PageWords words) {
    return words.equals(offer.settings().confirm().waiting())
        ? ConfirmWords.steps(offer)
        : List.of();
  }

  /** What answers a sign-up through a form, as a page: for whoever rehearses it. */
  public String answer(Offer offer, Form form, boolean known) {
    return after(offer, form, new Taken(known, Optional.empty(), Optional.empty()), false)
        .getBody();
  }

  /**
   * How a sign-up was taken.
   *
   * @param known whether to say that the address was on the list before
   * @param pass token of a pass given on the spot
   * @param played what was played for, where it is only now known
   */
  record Taken(boolean known, Optional<String> pass, Optional<Game.Reply> played) {
    /** As everybody is answered. */
    static final Taken QUIETLY = new Taken(false, Optional.empty(), Optional.empty());
  }

  /** What was played for comes first, then what the form says anyway where that is not said yet. */
  static PageWords first(Optional<Game.Reply> played, PageWords usual) {
    return played
        .map(
            reply ->
                new PageWords(
                    reply.words().heading(),
                    reply.saysAll()
                        ? reply.words().text()
                        : reply.words().text() + "\n\n" + usual.text()))
        .orElse(usual);
  }

  /**
   * What a form says after a sign-up, as a page.
   *
   * @param framed whether it is read in a frame
   */
  ResponseEntity<String> after(Offer offer, Form form, Taken taken, boolean framed) {
    PageWords usual = afterwards(offer, form, taken.known());
    PageWords words = first(taken.played(), usual);
    List<String> steps = steps(offer, usual);
    List<Part> parts = taken.pass().map(token -> renderer.given(offer, token)).orElse(List.of());
    if (framed) {
      Map<String, Object> model = renderer.model(offer, alone(form), renderer.fresh());
      model.put("base", renderer.base());
      model.put("after", FormRenderer.afterModel(words, steps, parts));
      return pages.answer(HttpStatus.OK, "frame", model, new Pages.Openness("*", ""));
    }
    Map<String, Object> model =
        Page.words(business.now().settings(), form.settings().looks(), words);
    model.put("parts", PartList.of(parts));
    model.put("steps", steps);
    model.put("hasSteps", !steps.isEmpty());
    return pages.answer(HttpStatus.OK, "words", model);
  }

  /** A moment's work for the browser, then what was typed is sent again by itself. */
  ResponseEntity<String> check(Form form, Map<String, String> values, Altcha.Challenge challenge) {
    Map<String, Object> model =
        Page.words(
            business.now().settings(),
            form.settings().looks(),
            new PageWords(
                "One moment",
                "Your browser is showing that you are not a robot. Nothing you typed is lost."));
    Map<String, String> task = new HashMap<>();
    task.put("salt", challenge.salt);
    task.put("challenge", challenge.challenge);
    task.put("signature", challenge.signature);
    task.put("algorithm", challenge.algorithm);
    task.put("most", Long.toString(challenge.maxnumber));
    model.put(
        "check",
        Map.of(
            "to",
            "/p/forms/" + form.key() + "/signups",
            "task",
            task,
            "values",
            values.entrySet().stream()
                .map(value -> Map.of("name", value.getKey(), "value", value.getValue()))
                .toList()));
    String framedBy = values.containsKey(FRAMED) ? "*" : "'self'";
    return pages.answer(HttpStatus.OK, "words", model, new Pages.Openness(framedBy, leadsTo(form)));
  }

  ResponseEntity<String> closed(Form form) {
    return words(
        HttpStatus.OK,
        form.settings().looks(),
        new PageWords(
            "This is resting",
            "“"
                + form.settings().words().headline()
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

  private ResponseEntity<String> words(HttpStatus status, Looks looks, PageWords words) {
    return pages.answer(status, "words", Page.words(business.now().settings(), looks, words));
  }

  /** The origin a plain form's answer may lead on to. */
  private static String leadsTo(Form form) {
    var afterwards = form.settings().afterwards();
    if (!afterwards.goesOn()) {
      return "";
    }
    URI address = URI.create(afterwards.address());
    return address.getScheme() + "://" + address.getRawAuthority();
  }
}
