package jeton.server.form;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.form.PageWords;
import jeton.core.offer.OfferState;
import jeton.core.problem.Problem;
import jeton.server.business.Business;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.page.RequestNetwork;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.signup.SignUps;
import jeton.server.token.Tokens;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What visitors meet first: the hosted page, and sign-ups from it or from anywhere else. */
@RestController
class PublicForms {
  private static final String SUBMISSION_KEY = "[A-Za-z0-9_-]{27}";
  private final Forms forms;
  private final Offers offers;
  private final SignUps signUps;
  private final Business business;
  private final Front front;

  PublicForms(Forms forms, Offers offers, SignUps signUps, Business business, Front front) {
    this.forms = forms;
    this.offers = offers;
    this.signUps = signUps;
    this.business = business;
    this.front = front;
  }

  /** How visitors are shown things. */
  @org.springframework.stereotype.Component
  record Front(Pages pages, ViewCounter views) {}

  /** The answer to a JSON sign-up: what to show. */
  record Answer(String heading, String text) {}

  @GetMapping("/o/{slug}")
  ResponseEntity<String> page(@PathVariable String slug) {
    Optional<Offer> offer = offers.bySlug(slug);
    Optional<Form> form = offer.flatMap(o -> forms.rememberedHosted(o.id()));
    if (form.isEmpty() || offer.get().state() == OfferState.DRAFT) {
      return words(
          HttpStatus.NOT_FOUND,
          Page.PLAIN,
          "There is nothing here",
          "The address may be mistyped, or the offer is over.");
    }
    if (offer.get().state() != OfferState.LIVE) {
      return closed(form.get());
    }
    front.views().seen(form.get().id());
    return show(HttpStatus.OK, form.get(), OfferPage.Typed.NOTHING);
  }

  @GetMapping("/o/{slug}/thanks")
  ResponseEntity<String> thanks(@PathVariable String slug) {
    Offer offer = offers.bySlug(slug).orElseThrow(() -> new NotThere("This offer"));
    Form form = forms.rememberedHosted(offer.id()).orElseThrow(() -> new NotThere("This form"));
    PageWords words = afterwards(offer);
    return words(HttpStatus.OK, form.settings().looks(), words.heading(), words.text());
  }

  @PostMapping(
      path = "/p/forms/{key}/signups",
      consumes = MediaType.APPLICATION_FORM_URLENCODED_VALUE)
  ResponseEntity<String> signUp(
      @PathVariable String key,
      @RequestBody MultiValueMap<String, String> posted,
      HttpServletRequest request) {
    Optional<Form> form = forms.rememberedByKey(key);
    if (form.isEmpty()) {
      return words(
          HttpStatus.NOT_FOUND,
          Page.PLAIN,
          "This form is gone",
          "The page you came from holds an old form. Nothing was kept.");
    }
    Offer offer = offers.remembered(form.get().offerId());
    if (offer.state() != OfferState.LIVE) {
      return closed(form.get());
    }
    Map<String, String> values = new HashMap<>(posted.toSingleValueMap());
    List<Problem> problems = signUp(offer, form.get(), values, request);
    if (!problems.isEmpty()) {
      boolean consent = values.containsKey("consent");
      return show(
          HttpStatus.UNPROCESSABLE_CONTENT,
          form.get(),
          new OfferPage.Typed(values, consent, problems));
    }
    return ResponseEntity.status(HttpStatus.SEE_OTHER)
        .location(URI.create("/o/" + offer.settings().slug() + "/thanks"))
        .build();
  }

  @PostMapping(
      path = "/p/forms/{key}/signups",
      consumes = MediaType.APPLICATION_JSON_VALUE,
      produces = MediaType.APPLICATION_JSON_VALUE)
  Answer signUpJson(
      @PathVariable String key,
      @RequestBody Map<String, Object> posted,
      HttpServletRequest request) {
    Form form = forms.rememberedByKey(key).orElseThrow(() -> new NotThere("This form"));
    Offer offer = offers.remembered(form.offerId());
    if (offer.state() != OfferState.LIVE) {
      throw new Refused(
          "", "offer_closed", "This offer takes no sign-ups at the moment. Nothing was kept.");
    }
    Map<String, String> values = new HashMap<>();
    posted.forEach(
        (name, value) -> {
          // An unticked box is sent as false here and left out by plain forms.
          if (value != null && !Boolean.FALSE.equals(value)) {
            values.put(name, value.toString());
          }
        });
    Refused.unlessNone(signUp(offer, form, values, request));
    PageWords words = afterwards(offer);
    return new Answer(words.heading(), words.text());
  }

  private List<Problem> signUp(
      Offer offer, Form form, Map<String, String> values, HttpServletRequest request) {
    List<Problem> problems = missing(form.settings(), values);
    if (!problems.isEmpty()) {
      return problems;
    }
    String submissionKey = values.getOrDefault("submission_key", "");
    var consent = form.settings().consent();
    String page = values.getOrDefault("page", "/o/" + offer.settings().slug());
    SignUps.Submission submission =
        new SignUps.Submission(
            values.getOrDefault("email", ""),
            values.getOrDefault("first_name", ""),
            consent.shown() ? Optional.of(consent.wording()) : Optional.empty(),
            consent.shown() && values.containsKey("consent"),
            submissionKey.matches(SUBMISSION_KEY) ? submissionKey : Tokens.random(),
            page,
            values.getOrDefault("zone", ""),
            RequestNetwork.of(request));
    SignUps.Outcome outcome = signUps.signUp(offer, form.id(), submission);
    return outcome instanceof SignUps.Outcome.Refused refused ? refused.problems() : List.of();
  }

  private static List<Problem> missing(FormSettings form, Map<String, String> values) {
    List<Problem> problems = new ArrayList<>();
    for (FormField field : form.fields()) {
      String key = field.kind().key();
      // The address's own rule has a better sentence for an empty one.
      boolean checkedElsewhere = field.kind() == FormField.Kind.EMAIL;
      if (!checkedElsewhere && field.required() && values.getOrDefault(key, "").isBlank()) {
        problems.add(new Problem(key, "empty", "Please fill in: " + field.label() + "."));
      }
    }
    if (form.consent().shown() && form.consent().required() && !values.containsKey("consent")) {
      problems.add(
          new Problem(
              "consent", "consent_needed", "Please tick the box, or we may not write to you."));
    }
    return problems;
  }

  /**
   * With confirmation off there is no button to wait for, so the confirmed words are the true ones.
   */
  private static PageWords afterwards(Offer offer) {
    var confirm = offer.settings().confirm();
    return confirm.on()
        ? confirm.waiting()
        : new PageWords(confirm.confirmed().heading(), "It is on its way to you by email.");
  }

  private ResponseEntity<String> show(HttpStatus status, Form form, OfferPage.Typed typed) {
    return front
        .pages()
        .answer(
            status,
            "offer",
            OfferPage.model(business.now().settings(), form.key(), form.settings(), typed));
  }

  private ResponseEntity<String> closed(Form form) {
    return words(
        HttpStatus.OK,
        form.settings().looks(),
        "This is resting",
        "“"
            + form.settings().headline()
            + "” takes no sign-ups at the moment. Links you already have go on working.");
  }

  private ResponseEntity<String> words(
      HttpStatus status, jeton.core.form.Looks looks, String heading, String text) {
    return front
        .pages()
        .answer(
            status,
            "words",
            Page.words(business.now().settings(), looks, new PageWords(heading, text)));
  }
}
