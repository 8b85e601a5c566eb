package jeton.server.form;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.core.outside.CampaignTags;
import jeton.core.problem.Problem;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.PublicUrl;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.page.Page;
import jeton.server.signup.SignUps;
import org.altcha.altcha.Altcha;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** What is answered to a sign-up: a page, an address to go on to, or words for a script. */
@Component
class SignUpReplies {
  private final FormPages pages;
  private final FormRenderer renderer;
  private final Games games;
  private final Business business;
  private final PublicUrl publicUrl;

  SignUpReplies(
      FormPages pages, FormRenderer renderer, Games games, Business business, PublicUrl publicUrl) {
    this.pages = pages;
    this.renderer = renderer;
    this.games = games;
    this.business = business;
    this.publicUrl = publicUrl;
  }

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

  /** Signed up by a plain form: led on. */
  ResponseEntity<String> goOn(
      SignUpDesk.Place place, Posted posted, SignUps.Outcome.Taken taken, boolean framed) {
    return ResponseEntity.status(HttpStatus.SEE_OTHER)
        .header(
            "Location",
            goTo(place, posted).orElseGet(() -> thanks(place, taken, posted.key(), framed)))
        .header("Referrer-Policy", "no-referrer")
        .build();
  }

  /** Signed up by a script. */
  Reply done(SignUpDesk.Place place, Posted posted, SignUps.Outcome.Taken taken) {
    return done(place, taken, posted.key(), goTo(place, posted));
  }

  /** A robot reads what everybody reads. */
  Reply quietly(SignUpDesk.Place place) {
    return done(place, new SignUps.Outcome.Taken(false, Optional.empty()), "", Optional.empty());
  }

  private Reply done(
      SignUpDesk.Place place,
      SignUps.Outcome.Taken taken,
      String submissionKey,
      Optional<String> goTo) {
    Optional<Game.Reply> played = games.answer(place.offer(), submissionKey);
    PageWords usual =
        FormPages.afterwards(place.offer(), place.form(), saysKnown(place.form(), taken));
    PageWords words = FormPages.first(played, usual);
    List<Part> parts =
        taken.pass().map(token -> renderer.given(place.offer(), token)).orElse(List.of());
    return new Reply.Done(
        words.heading(),
        words.text(),
        renderer.after(words, FormPages.steps(place.offer(), usual), parts),
        goTo,
        // What was played for is read in one's own time.
        played.isPresent() ? 0 : place.form().settings().afterwards().closesAfter(),
        played.map(Game.Reply::result));
  }

  /** The form once more, with what was typed and what to put right. */
  ResponseEntity<String> again(
      SignUpDesk.Place place, Map<String, String> values, List<Problem> problems) {
    FormPart.Typed fresh = renderer.fresh();
    String submissionKey = values.getOrDefault("submission_key", fresh.submissionKey());
    return pages.show(
        HttpStatus.UNPROCESSABLE_CONTENT,
        place.offer(),
        place.form(),
        new FormPart.Typed(
            values, problems, submissionKey, values.getOrDefault("stamp", fresh.stamp())));
  }

  private static boolean saysKnown(Form form, SignUps.Outcome.Taken taken) {
    return form.settings().afterwards().known().said() && taken.wasOnTheList();
  }

  private static String thanks(
      SignUpDesk.Place place, SignUps.Outcome.Taken taken, String submissionKey, boolean framed) {
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
  private Optional<String> goTo(SignUpDesk.Place place, Posted posted) {
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
    String address = Page.address(afterwards.address(), along);
    BusinessSettings settings = business.now().settings();
    return Optional.of(
        settings.sending().tagLinks()
            ? new CampaignTags(
                    settings.name(),
                    "form",
                    place.offer().settings().slug(),
                    place.form().key(),
                    publicUrl.of(""))
                .on(address)
            : address);
  }
}
