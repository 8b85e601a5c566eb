package jeton.server.quiz;

import com.fasterxml.jackson.annotation.JsonIgnoreProperties;
import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import jeton.core.incentive.Quiz;
import jeton.core.quiz.Pace;
import jeton.server.business.JetonSettings;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.page.RequestNetwork;
import jeton.server.request.AskLimit;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code POST /p/quizzes/{form}/steps}: a page tells how far its visitor came. JSON sent as
 * text/plain, so that no browser has to ask first. Nothing is believed but that a question of this
 * quiz was met, and nothing is answered.
 */
@RestController
class StepDoor {
  private static final int MOST_STEPS = 80;
  private static final int MOST_KEY = 64;
  private static final long BURST = 600;
  private static final long PER_MINUTE = 300;

  private final QuizSteps steps;
  private final Forms forms;
  private final Offers offers;
  private final Sites sites;
  private final JsonMapper json;
  private final StepLimit limit;

  StepDoor(
      QuizSteps steps, Forms forms, Offers offers, Sites sites, JsonMapper json, StepLimit limit) {
    this.steps = steps;
    this.forms = forms;
    this.offers = offers;
    this.sites = sites;
    this.json = json;
    this.limit = limit;
  }

  /** How much is read from one network. */
  @Component
  static class StepLimit {
    private final AskLimit limit;
    private final boolean trustsOwnMachine;

    StepLimit(Clock clock, JetonSettings settings) {
      this.limit = new AskLimit(clock, BURST, PER_MINUTE);
      this.trustsOwnMachine = settings.trustsOwnMachine();
    }

    boolean take(String network) {
      return trustsOwnMachine && network.startsWith("127.") || limit.take(network);
    }
  }

  /**
   * What is told.
   *
   * @param key of the rendered form
   * @param site key of the site it is on; empty on our own pages
   */
  @JsonIgnoreProperties(ignoreUnknown = true)
  record Told(String key, String site, List<Taken> steps) {}

  /**
   * A step.
   *
   * @param what {@code started}, {@code seen}, {@code answered} or {@code asked}
   * @param question its key, where it is about one
   * @param ms how long an answer took
   */
  @JsonIgnoreProperties(ignoreUnknown = true)
  record Taken(String what, String question, Long ms) {}

  @PostMapping(path = "/p/quizzes/{formKey}/steps", consumes = MediaType.TEXT_PLAIN_VALUE)
  ResponseEntity<Void> told(
      @PathVariable String formKey, @RequestBody String body, HttpServletRequest request) {
    Optional<Form> form = forms.rememberedByKey(formKey);
    if (form.isEmpty() || !limit.take(RequestNetwork.of(request))) {
      return ResponseEntity.noContent().build();
    }
    Offer offer = offers.remembered(form.get().offerId());
    try {
      Told told = json.readValue(body, Told.class);
      if (offer.settings().gives() instanceof Quiz quiz
          && told.steps() != null
          && told.key() != null
          && told.key().length() <= MOST_KEY) {
        long siteId =
            Optional.ofNullable(told.site()).flatMap(sites::byKey).map(Site::id).orElse(0L);
        told.steps().stream()
            .limit(MOST_STEPS)
            .filter(java.util.Objects::nonNull)
            .forEach(
                step ->
                    note(new Where(offer.id(), form.get().id(), siteId), quiz, step, told.key()));
      }
    } catch (JacksonException notOurScript) {
      return ResponseEntity.status(HttpStatus.BAD_REQUEST).build();
    }
    return ResponseEntity.noContent().build();
  }

  private record Where(long offerId, long formId, long siteId) {
    QuizSteps.Step step(QuizSteps.What what, String item) {
      return new QuizSteps.Step(offerId, formId, siteId, what, item);
    }
  }

  private void note(Where where, Quiz quiz, Taken taken, String key) {
    String question = String.valueOf(taken.question());
    boolean known = quiz.scheme().questions().stream().anyMatch(one -> one.id().equals(question));
    switch (String.valueOf(taken.what())) {
      case "started" -> steps.took(where.step(QuizSteps.What.STARTED, ""), key);
      case "asked" -> steps.took(where.step(QuizSteps.What.ASKED, ""), key);
      case "seen" -> {
        if (known) {
          steps.took(where.step(QuizSteps.What.SEEN, question), key);
        }
      }
      case "answered" -> {
        if (known) {
          steps.took(where.step(QuizSteps.What.ANSWERED, question), key);
          if (taken.ms() != null && taken.ms() >= 0) {
            int stretch = Pace.stretch(Duration.ofMillis(taken.ms()));
            steps.took(where.step(QuizSteps.What.TOOK, question + "/" + stretch), key);
          }
        }
      }
      default -> {
        // Of a script newer or older than this server.
      }
    }
  }
}
