package jeton.server.form;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import jeton.core.problem.Problem;
import jeton.server.business.Business;
import jeton.server.incentive.Game;
import jeton.server.incentive.Games;
import jeton.server.signup.SignUps;
import org.springframework.stereotype.Component;

/** Signs up with what a form sent, what was played included. */
@Component
class Submitting {
  private final SignUps signUps;
  private final Games games;
  private final Business business;
  private final VisitorForms forms;

  Submitting(SignUps signUps, Games games, Business business, VisitorForms forms) {
    this.signUps = signUps;
    this.games = games;
    this.business = business;
    this.forms = forms;
  }

  /** Signs up, unless something of the form has to be put right. */
  SignUps.Outcome signUp(
      SignUpDesk.Place place, Posted posted, Map<String, String> values, String network) {
    Game.Judged judged = games.judge(place.offer(), values);
    List<Problem> problems = new ArrayList<>(judged.problems());
    problems.addAll(posted.problems());
    return problems.isEmpty()
        ? signUps.signUp(
            place.offer(),
            place.form().id(),
            posted.submission(
                "/o/" + place.offer().settings().slug(),
                network,
                judged.round(),
                forms.seat(place.form(), Posted.visitor(values))))
        : new SignUps.Outcome.Refused(problems);
  }

  /** What was sent, read by the form as it is now. */
  Posted posted(SignUpDesk.Place place, Map<String, String> values) {
    return new Posted(place.form().settings(), business.now().settings().fields(), values);
  }
}
