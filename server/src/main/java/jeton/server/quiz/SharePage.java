package jeton.server.quiz;

import java.net.URI;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.Looks;
import jeton.core.form.PageWords;
import jeton.core.incentive.Quiz;
import jeton.core.offer.OfferState;
import jeton.core.quiz.Outcome;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.page.PartList;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** An outcome as it is passed on: {@code /o/{slug}/r/{outcome}}, the same for everybody (Q11). */
@RestController
class SharePage {
  private static final Duration A_DAY = Duration.ofDays(1);

  private final Offers offers;
  private final Forms forms;
  private final ShareCard card;
  private final Pages pages;
  private final Business business;
  private final PublicUrl publicUrl;

  SharePage(
      Offers offers,
      Forms forms,
      ShareCard card,
      Pages pages,
      Business business,
      PublicUrl publicUrl) {
    this.offers = offers;
    this.forms = forms;
    this.card = card;
    this.pages = pages;
    this.business = business;
    this.publicUrl = publicUrl;
  }

  private record Shared(Offer offer, Outcome outcome, Looks looks, String question) {}

  private Optional<Shared> shared(String slug, String outcomeId) {
    return offers
        .bySlug(slug)
        .filter(offer -> offer.state() != OfferState.DRAFT)
        .filter(offer -> offer.settings().gives() instanceof Quiz quiz && quiz.shareable())
        .flatMap(
            offer ->
                Plays.of(offer)
                    .scheme()
                    .outcome(outcomeId)
                    .flatMap(
                        outcome ->
                            forms
                                .rememberedHosted(offer.id())
                                .map(
                                    form ->
                                        new Shared(
                                            offer,
                                            outcome,
                                            form.settings().looks(),
                                            form.settings().words().headline()))));
  }

  @GetMapping("/o/{slug}/r/{outcomeId}")
  ResponseEntity<String> page(@PathVariable String slug, @PathVariable String outcomeId) {
    Optional<Shared> found = shared(slug, outcomeId);
    if (found.isEmpty()) {
      // An outcome that was taken out since: the quiz itself says more than an error.
      return offers.bySlug(slug).isPresent()
          ? ResponseEntity.status(HttpStatus.SEE_OTHER).location(URI.create("/o/" + slug)).build()
          : pages.answer(
              HttpStatus.NOT_FOUND,
              "words",
              Page.words(
                  business.now().settings(),
                  Page.PLAIN,
                  new PageWords("There is nothing here", "The address may be mistyped.")));
    }
    Shared shared = found.get();
    Map<String, Object> model =
        Page.words(
            business.now().settings(),
            shared.looks(),
            new PageWords(shared.question(), "One of the things it may come to:"));
    model.put(
        "parts",
        PartList.of(
            List.of(
                QuizFace.part(shared.outcome(), "", "", ""),
                new jeton.core.incentive.Part.Link("Play it yourself", "/o/" + slug))));
    model.put("title", shared.outcome().title());
    String address = "/o/" + slug + "/r/" + outcomeId;
    model.put(
        "openGraph",
        Map.of(
            "title",
            shared.outcome().title(),
            "description",
            first(shared.outcome().words(), shared.question()),
            "url",
            publicUrl.of(address),
            "image",
            publicUrl.of(address + "/card.png"),
            "site",
            business.now().settings().name()));
    return pages.answer(HttpStatus.OK, "words", model);
  }

  private static String first(String words, String otherwise) {
    List<String> paragraphs = Page.paragraphs(words);
    return paragraphs.isEmpty() ? otherwise : paragraphs.get(0);
  }

  @GetMapping("/o/{slug}/r/{outcomeId}/card.png")
  ResponseEntity<byte[]> card(@PathVariable String slug, @PathVariable String outcomeId) {
    return shared(slug, outcomeId)
        .map(
            shared ->
                ResponseEntity.ok()
                    .contentType(MediaType.IMAGE_PNG)
                    .cacheControl(CacheControl.maxAge(A_DAY).cachePublic())
                    .header("X-Content-Type-Options", "nosniff")
                    .body(
                        card.png(
                            new ShareCard.Card(
                                shared.question(),
                                shared.outcome().title(),
                                first(shared.outcome().words(), ""),
                                business.now().settings().name(),
                                shared.looks().paper(),
                                shared.looks().ink(),
                                shared.looks().button()))))
        .orElseGet(() -> ResponseEntity.notFound().build());
  }
}
