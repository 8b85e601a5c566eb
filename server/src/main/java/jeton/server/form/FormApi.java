package jeton.server.form;

import java.util.List;
import java.util.Map;
import jeton.core.form.FormSettings;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.server.business.Business;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.FileList;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The hosted form for its owner, and pages as a visitor would see them before anything is saved.
 */
@RestController
@RequestMapping("/api/offers/{offerId}")
class FormApi {
  private final Forms forms;
  private final Offers offers;
  private final Business business;
  private final Pages pages;

  FormApi(Forms forms, Offers offers, Business business, Pages pages) {
    this.forms = forms;
    this.offers = offers;
    this.business = business;
    this.pages = pages;
  }

  record FormView(
      String key, int version, FormSettings settings, double inkContrast, double buttonContrast) {}

  record FormSave(int version, FormSettings settings) {}

  /** A page's words to be shown; with the offer's files below if it opens the incentive. */
  record WordsPreview(PageWords words, boolean withFiles) {}

  /** A whole page as HTML. */
  record Html(String html) {}

  @GetMapping("/form")
  FormView get(@PathVariable long offerId) {
    return view(forms.hosted(offerId));
  }

  @PutMapping("/form")
  FormView put(@PathVariable long offerId, @RequestBody FormSave save) {
    return view(forms.save(offerId, save.version(), save.settings()));
  }

  @PostMapping("/form/preview")
  Html preview(@PathVariable long offerId, @RequestBody FormSettings settings) {
    Form form = forms.hosted(offerId);
    Map<String, Object> model =
        OfferPage.model(business.now().settings(), form.key(), settings, OfferPage.Typed.NOTHING);
    return new Html(pages.render("offer", model));
  }

  @PostMapping("/words/preview")
  Html words(@PathVariable long offerId, @RequestBody WordsPreview preview) {
    Offer offer = offers.get(offerId);
    Looks looks = preview.withFiles() ? Page.PLAIN : forms.hosted(offerId).settings().looks();
    Map<String, Object> model = Page.words(business.now().settings(), looks, preview.words());
    model.put("files", preview.withFiles() ? FileList.of(offer, "#") : List.of());
    return new Html(pages.render("words", model));
  }

  private static FormView view(Form form) {
    Looks looks = form.settings().looks();
    return new FormView(
        form.key(), form.version(), form.settings(), looks.inkContrast(), looks.buttonContrast());
  }
}
