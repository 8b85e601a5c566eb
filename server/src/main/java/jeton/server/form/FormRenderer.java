package jeton.server.form;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.display.Shape;
import jeton.core.form.FormSettings;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.server.business.Business;
import jeton.server.business.PublicUrl;
import jeton.server.human.HumanCheck;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.incentive.Incentives;
import jeton.server.offer.Offer;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.page.PartList;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/**
 * Draws forms. The hosted page, the script on a site, the frame, plain HTML and the owner's preview
 * all show what this draws.
 */
@Component
public class FormRenderer {
  private final Pages pages;
  private final Business business;
  private final PublicUrl publicUrl;
  private final HumanCheck check;
  private final Incentives incentives;
  private final Games games;
  private final Cache<After, String> afterwards =
      Caffeine.newBuilder().maximumSize(500).executor(Runnable::run).build();

  FormRenderer(
      Pages pages,
      Business business,
      PublicUrl publicUrl,
      HumanCheck check,
      Incentives incentives,
      Games games) {
    this.games = games;
    this.incentives = incentives;
    this.pages = pages;
    this.business = business;
    this.publicUrl = publicUrl;
    this.check = check;
  }

  /**
   * A form for the script: its HTML for a shadow root, with absolute addresses.
   *
   * @param visitor who meets it, where two versions are tried
   */
  public String forScript(Offer offer, Form form, Optional<String> visitor) {
    return fragment(offer, form, publicUrl.of(""), fresh().by(visitor));
  }

  /** Its own rules beside form.css. */
  public String css(Form form) {
    return FormCss.of(form.settings(), publicUrl.of(""));
  }

  /** A form as HTML to paste: works without scripts, and for as many visitors as come. */
  String asHtml(Offer offer, Form form) {
    return fragment(offer, form, publicUrl.of(""), FormPart.Typed.nothing("", ""))
        .replaceAll("\n\\s*\n", "\n");
  }

  /** Words after a sign-up, with what to do next. */
  private record After(PageWords words, List<String> steps) {}

  /** What it says after a sign-up, for the script. */
  String after(PageWords words, List<String> steps, List<Part> parts) {
    return parts.isEmpty()
        ? afterwards.get(
            new After(words, steps),
            plain -> pages.render("after", afterModel(words, steps, parts)))
        : pages.render("after", afterModel(words, steps, parts));
  }

  static Map<String, Object> afterModel(PageWords words, List<String> steps, List<Part> parts) {
    Map<String, Object> model = new HashMap<>();
    model.put("heading", words.heading());
    model.put("paragraphs", Page.paragraphs(words.text()));
    model.put("steps", steps);
    model.put("hasSteps", !steps.isEmpty());
    model.put("parts", PartList.of(parts));
    return model;
  }

  /** What the holder of a pass given on the spot gets. */
  List<Part> given(Offer offer, String token) {
    return incentives.behind(offer, token, publicUrl.of(""));
  }

  /** Whether the offer of a form takes sign-ups. */
  boolean takesSignUps(Offer offer) {
    return incentives.takesSignUps(offer);
  }

  /** What a made-up visitor gets who played this. */
  List<Part> sample(Offer offer, Map<String, String> played) {
    return incentives.sampleOf(offer, played);
  }

  /** A whole page with the form on a page of grey, as a visitor would meet it. */
  String stage(Offer offer, Form form) {
    FormSettings settings = form.settings();
    var opening = settings.opening();
    Map<String, Object> model =
        FormPart.model(preview(offer, form), FormPart.Typed.nothing("", ""));
    boolean corner = opening.corner() != jeton.core.form.Opening.Corner.NONE;
    model.put("inPage", form.shape() == Shape.IN_PAGE);
    model.put("popUp", form.shape() == Shape.POP_UP);
    model.put("slideIn", form.shape() == Shape.SLIDE_IN);
    model.put("bar", form.shape() == Shape.BAR);
    model.put("atTop", !opening.barAtFoot());
    model.put("cornerLeft", opening.corner() == jeton.core.form.Opening.Corner.LEFT);
    model.put("opener", corner && form.shape().interrupts() ? opening.cornerWords() : "");
    return pages.render("stage", model);
  }

  /** The model of a hosted or framed page. */
  Map<String, Object> model(Offer offer, Form form, FormPart.Typed typed) {
    return FormPart.model(drawn(offer, form, "", typed), typed);
  }

  /** The same as a visitor would meet it, before anything of it is kept. */
  Map<String, Object> previewModel(Offer offer, Form form) {
    return FormPart.model(preview(offer, form), FormPart.Typed.nothing("", ""));
  }

  /**
   * What was played came to, with the form that sends it, for the script; empty where the address
   * comes first.
   */
  String played(Offer offer, Form form, FormPart.Typed typed) {
    FormPart.Drawn drawn = drawn(offer, form, publicUrl.of(""), typed);
    return drawn.result().isEmpty() ? "" : pages.render("played", FormPart.model(drawn, typed));
  }

  FormPart.Typed fresh() {
    return FormPart.Typed.nothing(Tokens.random(), check.stamp());
  }

  String base() {
    return publicUrl.of("");
  }

  private String fragment(Offer offer, Form form, String base, FormPart.Typed typed) {
    return pages.render("form", FormPart.model(drawn(offer, form, base, typed), typed));
  }

  private FormPart.Drawn preview(Offer offer, Form form) {
    Game.Board board = new Game.Board(form.key(), "", Map.of(), List.of(), false);
    return drawn(offer, form, "", games.drawn(offer, board), Optional.empty());
  }

  private FormPart.Drawn drawn(Offer offer, Form form, String base, FormPart.Typed typed) {
    Game.Board board = new Game.Board(form.key(), base, typed.values(), typed.problems(), true);
    Optional<List<Part>> result =
        typed.isPlayed() ? games.result(offer, typed.submissionKey(), base) : Optional.empty();
    return drawn(offer, form, base, games.drawn(offer, board), result);
  }

  private FormPart.Drawn drawn(
      Offer offer,
      Form form,
      String base,
      Optional<Game.Opening> game,
      Optional<List<Part>> result) {
    return new FormPart.Drawn(
        form.key(),
        form.shape(),
        form.settings(),
        business.now().settings().fields(),
        base,
        publicUrl.of("/o/" + offer.settings().slug()),
        game,
        result);
  }
}
