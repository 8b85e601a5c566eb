package jeton.server.form;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.display.DisplayWords;
import jeton.core.display.Shape;
import jeton.core.form.FormSettings;
import jeton.core.form.Looks;
import jeton.core.form.PageColours;
import jeton.core.form.PageWords;
import jeton.core.incentive.Incentive;
import jeton.core.numbers.Rate;
import jeton.server.business.Business;
import jeton.server.confirm.ConfirmWords;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.page.PartList;
import jeton.server.problem.NotThere;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An offer's forms for their owner, and how they will look before anything is saved. */
@RestController
@RequestMapping("/api/offers/{offerId}")
class FormApi {
  private final Forms forms;
  private final FormLayouts layouts;
  private final Offers offers;
  private final Business business;
  private final Pages pages;
  private final FormRenderer renderer;

  FormApi(
      Forms forms,
      FormLayouts layouts,
      Offers offers,
      Business business,
      Pages pages,
      FormRenderer renderer) {
    this.forms = forms;
    this.layouts = layouts;
    this.offers = offers;
    this.business = business;
    this.pages = pages;
    this.renderer = renderer;
  }

  /**
   * A form with its numbers.
   *
   * @param sentence where and when it shows, in words
   * @param share sign-ups of views; views count page views, so it is at most 1
   */
  record FormView(
      long id,
      String key,
      Shape shape,
      boolean on,
      int version,
      FormSettings settings,
      String sentence,
      long views,
      long signUps,
      double share,
      double low,
      double high,
      boolean intervalShown) {}

  record FormSave(int version, FormSettings settings) {}

  record FormMake(Shape shape, FormSettings settings) {}

  record Turn(boolean on) {}

  record FormPreview(Shape shape, FormSettings settings) {}

  /** What a form looks like, and what its display rules mean in words. */
  record Drawn(String html, String sentence, double inkContrast, double buttonContrast) {}

  /**
   * A page's words to be shown.
   *
   * @param withFiles with what is given below
   * @param gives what is given, as it need not be saved yet; as it is unless told
   * @param played what a made-up visitor sent, with an offer that is played first
   */
  record WordsPreview(
      PageWords words,
      boolean withFiles,
      boolean withSteps,
      PageColours colours,
      Optional<Incentive> gives,
      Optional<Map<String, String>> played) {}

  /** The hosted page to be shown, giving something that need not be saved yet. */
  record HostedPreview(Incentive gives) {}

  /** A whole page, or a part to paste, as HTML. */
  record Html(String html) {}

  /** Ways to put a form on a site, ready to copy. */
  record Placing(String spot, String button, String frame, String html, String page, String qr) {}

  @GetMapping("/forms")
  List<FormView> list(@PathVariable long offerId) {
    Map<Long, Forms.Counts> counts =
        forms.counts(offerId).stream()
            .collect(Collectors.toMap(Forms.Counts::formId, Function.identity()));
    return forms.of(offerId).stream()
        .map(form -> view(form, counts.getOrDefault(form.id(), new Forms.Counts(form.id(), 0, 0))))
        .toList();
  }

  @GetMapping("/form-layouts")
  List<FormLayouts.Layout> layouts(@PathVariable long offerId) {
    return layouts.of(offers.get(offerId).settings().name(), business.now().settings().palette());
  }

  @PostMapping("/forms")
  @ResponseStatus(HttpStatus.CREATED)
  FormView make(@PathVariable long offerId, @RequestBody FormMake make) {
    offers.get(offerId);
    return view(forms.make(offerId, make.shape(), make.settings()));
  }

  @GetMapping("/forms/{formId}")
  FormView get(@PathVariable long offerId, @PathVariable long formId) {
    return view(ofOffer(offerId, formId));
  }

  @PutMapping("/forms/{formId}")
  FormView put(@PathVariable long offerId, @PathVariable long formId, @RequestBody FormSave save) {
    ofOffer(offerId, formId);
    return view(forms.save(formId, save.version(), save.settings()));
  }

  @PutMapping("/forms/{formId}/on")
  FormView turn(@PathVariable long offerId, @PathVariable long formId, @RequestBody Turn turn) {
    ofOffer(offerId, formId);
    return view(forms.turn(formId, turn.on()));
  }

  @DeleteMapping("/forms/{formId}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long offerId, @PathVariable long formId) {
    ofOffer(offerId, formId);
    forms.remove(formId);
  }

  /** Takes a removal back. */
  @PostMapping("/forms/{formId}/back")
  FormView putBack(@PathVariable long offerId, @PathVariable long formId) {
    forms.putBack(offerId, formId);
    return view(ofOffer(offerId, formId));
  }

  @PostMapping("/forms/preview")
  Drawn preview(@PathVariable long offerId, @RequestBody FormPreview preview) {
    Offer offer = offers.get(offerId);
    FormSettings settings = FormText.cleaned(preview.settings());
    Form form =
        new Form(0, offerId, "preview", preview.shape(), true, offer.updatedAt(), settings, 0);
    Looks looks = settings.looks();
    String html =
        preview.shape() == Shape.FULL_PAGE ? hostedPage(offer, form) : renderer.stage(offer, form);
    return new Drawn(
        html,
        DisplayWords.of(preview.shape(), settings.display()),
        looks.inkContrast(),
        looks.buttonContrast());
  }

  @GetMapping("/forms/{formId}/placing")
  Placing placing(@PathVariable long offerId, @PathVariable long formId) {
    Offer offer = offers.get(offerId);
    return FormPlacing.of(offer, ofOffer(offerId, formId), renderer);
  }

  /** The hosted page's address as a QR code. */
  @GetMapping(path = "/qr", produces = "image/svg+xml")
  String qr(@PathVariable long offerId, @RequestParam(defaultValue = "") String campaign) {
    Offer offer = offers.get(offerId);
    return FormPlacing.qr(FormPlacing.page(offer, renderer, campaign));
  }

  @PostMapping(path = "/words/preview", produces = MediaType.APPLICATION_JSON_VALUE)
  Html words(@PathVariable long offerId, @RequestBody WordsPreview preview) {
    Offer offer = offers.get(offerId);
    // The waiting page wears the form's looks, the others have colours of their own.
    Looks looks =
        preview.withSteps()
            ? forms.hosted(offerId).settings().looks()
            : Page.looks(preview.colours());
    List<String> steps = preview.withSteps() ? ConfirmWords.steps(offer) : List.of();
    Optional<Incentive> gives =
        preview.gives().filter(g -> g.getClass().equals(offer.settings().gives().getClass()));
    Map<String, Object> model = Page.words(business.now().settings(), looks, preview.words());
    model.put(
        "parts",
        preview.withFiles()
            ? PartList.of(
                renderer.sample(
                    gives.map(offer::giving).orElse(offer), preview.played().orElse(Map.of())))
            : List.of());
    model.put("steps", steps);
    model.put("hasSteps", !steps.isEmpty());
    return new Html(pages.render("words", model));
  }

  @PostMapping("/forms/hosted/preview")
  Html hosted(@PathVariable long offerId, @RequestBody HostedPreview preview) {
    Offer offer = offers.get(offerId);
    if (!preview.gives().getClass().equals(offer.settings().gives().getClass())) {
      throw new NotThere("What this offer gave");
    }
    Form form = forms.hosted(offerId);
    Form unsent =
        new Form(0, offerId, "preview", form.shape(), true, form.createdAt(), form.settings(), 0);
    return new Html(hostedPage(offer.giving(preview.gives()), unsent));
  }

  /** A form is reached by way of its own offer only. */
  private Form ofOffer(long offerId, long formId) {
    Form form = forms.get(formId);
    if (form.offerId() != offerId) {
      throw new NotThere("This form");
    }
    return form;
  }

  private String hostedPage(Offer offer, Form form) {
    Map<String, Object> model =
        Page.frame(
            business.now().settings(), form.settings().looks(), form.settings().words().headline());
    model.putAll(renderer.previewModel(offer, form));
    return pages.render("offer", model);
  }

  private FormView view(Form form) {
    Optional<Forms.Counts> counts =
        forms.counts(form.offerId()).stream().filter(c -> c.formId() == form.id()).findFirst();
    return view(form, counts.orElse(new Forms.Counts(form.id(), 0, 0)));
  }

  private static FormView view(Form form, Forms.Counts counts) {
    // A page counted twice or a lost second of views must not make a share of more than all.
    Rate rate = new Rate(Math.min(counts.signUps(), counts.views()), counts.views());
    return new FormView(
        form.id(),
        form.key(),
        form.shape(),
        form.on(),
        form.version(),
        form.settings(),
        DisplayWords.of(form.shape(), form.settings().display()),
        counts.views(),
        counts.signUps(),
        rate.share(),
        counts.views() == 0 ? 0 : rate.low(),
        counts.views() == 0 ? 0 : rate.high(),
        rate.intervalShown());
  }
}
