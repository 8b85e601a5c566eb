package jeton.server.quiz;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import jeton.core.display.Shape;
import jeton.core.incentive.Quiz;
import jeton.core.quiz.Balance;
import jeton.core.quiz.Fit;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Pace;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.numbers.Numbers;
import jeton.server.offer.Offer;
import jeton.server.site.Sites;
import org.springframework.stereotype.Component;

/** Where people stop in a quiz, and what they come to (Q12). */
@Component
class QuizNumbers {
  private final QuizSteps steps;
  private final PlayStore plays;
  private final Balances balances;
  private final Forms forms;
  private final Sites sites;

  QuizNumbers(QuizSteps steps, PlayStore plays, Balances balances, Forms forms, Sites sites) {
    this.balances = balances;
    this.steps = steps;
    this.plays = plays;
    this.forms = forms;
    this.sites = sites;
  }

  /**
   * A question's.
   *
   * @param medianSeconds how long an answer took, within an eighth or so; empty before anybody
   *     answered
   * @param answers how many who signed up chose each, by its key
   */
  record QuestionCount(
      String id,
      long seen,
      long answered,
      Optional<Double> medianSeconds,
      Map<String, Long> answers) {}

  /** How many plays came to an outcome, with the share of all that did. */
  record OutcomeCount(String id, long plays, Numbers.Share share) {}

  /** A place where it is played. */
  record PlaceCount(String name, long started, long asked) {}

  /**
   * All of it.
   *
   * @param finished plays to the end, signed up or not
   * @param signedUp people
   * @param p of the exact test whether outcomes come as Balance says; empty before there are some
   * @param places by form and site
   */
  record View(
      long started,
      long finished,
      long asked,
      long signedUp,
      List<QuestionCount> questions,
      List<OutcomeCount> outcomes,
      Optional<Double> p,
      List<PlaceCount> places) {}

  View of(Offer offer) {
    Quiz quiz = Plays.of(offer);
    steps.flush();
    List<StepStore.Count> counts = steps.all(offer.id());
    Map<String, Long> seen = new HashMap<>();
    plays.outcomes(offer.id()).forEach(one -> seen.put(one.outcome(), one.plays()));
    Map<String, Map<String, Long>> chosen = chosen(offer.id());
    long finished = seen.values().stream().mapToLong(n -> n).sum();
    return new View(
        sum(counts, QuizSteps.What.STARTED, item -> true),
        finished,
        sum(counts, QuizSteps.What.ASKED, item -> true),
        plays.signedUp(offer.id()),
        quiz.scheme().questions().stream()
            .map(one -> question(one, counts, chosen.getOrDefault(one.id(), Map.of())))
            .toList(),
        quiz.scheme().outcomes().stream()
            .map(
                one -> {
                  long n = seen.getOrDefault(one.id(), 0L);
                  return new OutcomeCount(one.id(), n, Numbers.Share.of(n, finished));
                })
            .toList(),
        fit(quiz, seen),
        places(offer.id(), counts));
  }

  private static long sum(
      List<StepStore.Count> counts, QuizSteps.What what, Predicate<String> item) {
    return counts.stream()
        .filter(one -> one.step().what() == what && item.test(one.step().item()))
        .mapToLong(StepStore.Count::n)
        .sum();
  }

  private static QuestionCount question(
      Question question, List<StepStore.Count> counts, Map<String, Long> chosen) {
    Map<Integer, Long> stretches = new HashMap<>();
    for (StepStore.Count one : counts) {
      String[] item = one.step().item().split("/");
      if (one.step().what() == QuizSteps.What.TOOK && item[0].equals(question.id())) {
        stretches.merge(Integer.valueOf(item[1]), one.n(), Long::sum);
      }
    }
    return new QuestionCount(
        question.id(),
        sum(counts, QuizSteps.What.SEEN, question.id()::equals),
        sum(counts, QuizSteps.What.ANSWERED, question.id()::equals),
        Pace.median(stretches).map(Duration::toMillis).map(ms -> ms / 1000.0),
        chosen);
  }

  private Map<String, Map<String, Long>> chosen(long offerId) {
    Map<String, Map<String, Long>> chosen = new HashMap<>();
    plays.eachAnswers(
        offerId,
        written ->
            Play.read(written)
                .chosen()
                .forEach(
                    (question, keys) ->
                        keys.forEach(
                            key ->
                                chosen
                                    .computeIfAbsent(question, one -> new HashMap<>())
                                    .merge(key, 1L, Long::sum))));
    return chosen;
  }

  /** Plays of outcomes that are gone are left out: they have no share to be compared with. */
  private Optional<Double> fit(Quiz quiz, Map<String, Long> seen) {
    Scheme scheme = quiz.scheme();
    long[] counts =
        scheme.outcomes().stream()
            .map(Outcome::id)
            .mapToLong(id -> seen.getOrDefault(id, 0L))
            .toArray();
    long all = java.util.Arrays.stream(counts).sum();
    if (all == 0 || !quiz.canBeBalanced()) {
      return Optional.empty();
    }
    Balance balance = balances.known(scheme);
    double owned = 1 - balance.nobody().value();
    double[] shares =
        scheme.outcomes().stream()
            .mapToDouble(one -> balance.shares().get(one.id()).value() / owned)
            .toArray();
    return owned > 0 ? Optional.of(Fit.of(counts, shares).p()) : Optional.empty();
  }

  private static String shape(Shape shape) {
    return switch (shape) {
      case IN_PAGE -> "In the page";
      case POP_UP -> "Pop-up";
      case SLIDE_IN -> "Slide-in";
      case BAR -> "Bar";
      case FULL_PAGE -> "Hosted page";
    };
  }

  private List<PlaceCount> places(long offerId, List<StepStore.Count> counts) {
    Map<Long, String> siteNames = new HashMap<>();
    sites.all().forEach(site -> siteNames.put(site.id(), site.name()));
    Map<Long, String> formNames = new HashMap<>();
    for (Form form : forms.of(offerId)) {
      formNames.put(form.id(), shape(form.shape()));
    }
    Map<String, long[]> places = new LinkedHashMap<>();
    for (StepStore.Count one : counts) {
      String form = formNames.getOrDefault(one.step().formId(), "A form that is gone");
      String site = siteNames.getOrDefault(one.step().siteId(), "");
      long[] sums =
          places.computeIfAbsent(site.isEmpty() ? form : form + " on " + site, name -> new long[2]);
      sums[0] += one.step().what() == QuizSteps.What.STARTED ? one.n() : 0;
      sums[1] += one.step().what() == QuizSteps.What.ASKED ? one.n() : 0;
    }
    List<PlaceCount> list = new ArrayList<>();
    places.forEach((name, sums) -> list.add(new PlaceCount(name, sums[0], sums[1])));
    return list;
  }
}
