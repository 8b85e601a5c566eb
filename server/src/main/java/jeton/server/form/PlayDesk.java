package jeton.server.form;

import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.problem.Problem;
import jeton.server.business.JetonSettings;
import jeton.server.human.HumanCheck;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.request.AskLimit;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/**
 * Takes what was played in a form before its sign-up (G3): judges it, keeps it under the rendered
 * form's key, and shows what it came to where that may be seen without an address.
 */
@Component
class PlayDesk {
  private static final List<Problem> TOO_MANY =
      List.of(
          new Problem("", "too_many", "Too much comes from your network. Try again in a minute."));

  private final VisitorForms forms;
  private final Offers offers;
  private final FormPages pages;
  private final FormRenderer renderer;
  private final Games games;
  private final PlayLimit limit;

  PlayDesk(
      VisitorForms forms,
      Offers offers,
      FormPages pages,
      FormRenderer renderer,
      Games games,
      PlayLimit limit) {
    this.forms = forms;
    this.offers = offers;
    this.pages = pages;
    this.renderer = renderer;
    this.games = games;
    this.limit = limit;
  }

  /** What is played from one network: a class of a school may share one. */
  @Component
  static class PlayLimit {
    private static final long BURST = 120;
    private static final long PER_MINUTE = 60;
    private final AskLimit limit;
    private final boolean trustsOwnMachine;

    PlayLimit(Clock clock, JetonSettings settings) {
      this.limit = new AskLimit(clock, BURST, PER_MINUTE);
      this.trustsOwnMachine = settings.trustsOwnMachine();
    }

    boolean take(String network) {
      return trustsOwnMachine && network.startsWith("127.") || limit.take(network);
    }
  }

  /**
   * The answer to a script.
   *
   * @param html what it came to with the form that sends it; empty where the address comes first
   */
  record Played(String html) {}

  /** A plain form: answered with a page. */
  ResponseEntity<String> byForm(String key, Map<String, String> values, String network) {
    Optional<Form> form = forms.byKey(key, Posted.visitor(values));
    if (form.isEmpty()) {
      return pages.gone();
    }
    Offer offer = offers.remembered(form.get().offerId());
    if (!form.get().on() || !renderer.takesSignUps(offer)) {
      return pages.closed(form.get());
    }
    String submissionKey = Posted.submissionKey(values);
    List<Problem> problems = play(offer, form.get(), values, submissionKey, network);
    FormPart.Typed typed =
        new FormPart.Typed(
            values,
            problems,
            submissionKey,
            values.getOrDefault("stamp", renderer.fresh().stamp()));
    return problems.isEmpty()
        ? pages.show(HttpStatus.OK, offer, form.get(), typed.played())
        : pages.show(HttpStatus.UNPROCESSABLE_CONTENT, offer, form.get(), typed);
  }

  /** A script: answered with what to show. */
  Played byJson(String key, Map<String, String> values, String network) {
    Form form =
        forms.byKey(key, Posted.visitor(values)).orElseThrow(() -> new NotThere("This form"));
    Offer offer = offers.remembered(form.offerId());
    if (!form.on() || !renderer.takesSignUps(offer)) {
      throw new Refused(
          "", "offer_closed", "This offer rests at the moment. Your answers are still here.");
    }
    String submissionKey = Posted.submissionKey(values);
    Refused.unlessNone(play(offer, form, values, submissionKey, network));
    FormPart.Typed typed =
        new FormPart.Typed(values, List.of(), submissionKey, values.getOrDefault("stamp", ""));
    return new Played(renderer.played(offer, form, typed.played()));
  }

  private List<Problem> play(
      Offer offer, Form form, Map<String, String> values, String submissionKey, String network) {
    if (HumanCheck.isRobot(values) || !limit.take(network)) {
      return TOO_MANY;
    }
    Game.Judged judged = games.judge(offer, values);
    if (judged.problems().isEmpty()) {
      judged
          .round()
          .ifPresent(round -> games.keep(offer, new Game.Sheet(form.id(), submissionKey), round));
    }
    return judged.problems();
  }
}
