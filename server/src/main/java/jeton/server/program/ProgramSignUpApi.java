package jeton.server.program;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.form.FieldAnswer;
import jeton.core.offer.OfferState;
import jeton.core.problem.Problems;
import jeton.server.business.Business;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.signup.SignUps;
import jeton.server.token.Tokens;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * {@code /api/programs/sign-ups}: a program signs somebody up for an offer, by the same rules as a
 * form does: a new address is asked to confirm, what is told of a known one counts once they have
 * (S2 to S5, S12), and the answer does not tell which (S6).
 */
@RestController
@RequestMapping("/api/programs/sign-ups")
class ProgramSignUpApi {
  private final KeyCheck keys;
  private final Offers offers;
  private final Forms forms;
  private final SignUps signUps;
  private final Business business;

  ProgramSignUpApi(KeyCheck keys, Offers offers, Forms forms, SignUps signUps, Business business) {
    this.keys = keys;
    this.offers = offers;
    this.forms = forms;
    this.signUps = signUps;
    this.business = business;
  }

  /**
   * A sign-up.
   *
   * @param offer the last part of its page's address
   * @param consent what they agreed to, in the words they saw
   * @param page where they did
   */
  record SignUpTold(
      String offer,
      String email,
      @JsonProperty("first_name") Optional<String> firstName,
      Optional<Map<String, String>> fields,
      Optional<String> consent,
      Optional<String> page,
      Optional<String> zone) {}

  record SignUpTaken(boolean taken) {}

  @PostMapping
  SignUpTaken signUp(
      @RequestHeader(name = "Authorization", defaultValue = "") String authorization,
      @RequestBody SignUpTold told) {
    keys.mayChange(authorization);
    Offer offer =
        offers
            .bySlug(told.offer() == null ? "" : told.offer())
            .filter(one -> one.state() == OfferState.LIVE)
            .orElseThrow(() -> new NotThere("A live offer of this address"));
    if (told.consent().orElse("").isBlank()) {
      throw new Refused("consent", "empty", "What did they agree to, in the words they saw?");
    }
    Problems problems = new Problems();
    Map<String, String> fields =
        FieldAnswer.keptAll(
            told.fields().orElse(Map.of()), business.now().settings().fields(), problems);
    Refused.unlessNone(problems.list());
    SignUps.Outcome outcome =
        signUps.signUp(
            offer,
            forms.hosted(offer.id()).id(),
            new SignUps.Submission(
                told.email() == null ? "" : told.email(),
                told.firstName().orElse(""),
                List.of(new SignUps.Consent(told.consent().orElseThrow(), true)),
                Tokens.random(),
                told.page().orElse("by a program"),
                "",
                told.zone().orElse(""),
                "",
                fields,
                Set.of(),
                Optional.empty(),
                Optional.empty()));
    if (outcome instanceof SignUps.Outcome.Refused refused) {
      throw new Refused(refused.problems());
    }
    return new SignUpTaken(true);
  }
}
