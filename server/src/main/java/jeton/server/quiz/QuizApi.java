package jeton.server.quiz;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import jeton.core.incentive.Quiz;
import jeton.core.quiz.Evening;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.server.csv.CsvAnswer;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A quiz for its owner: how it is balanced, how far people come, who came to what. */
@RestController
@RequestMapping("/api/offers/{offerId}/quiz")
class QuizApi {
  private static final int A_PAGE = 50;
  private static final int A_CSV_PAGE = 1000;
  private static final int MOST_BALANCES = 4000;

  private final Offers offers;
  private final Balances balances;
  private final QuizNumbers numbers;
  private final PlayStore store;
  private final Plays plays;

  QuizApi(Offers offers, Balances balances, QuizNumbers numbers, PlayStore store, Plays plays) {
    this.offers = offers;
    this.balances = balances;
    this.numbers = numbers;
    this.store = store;
    this.plays = plays;
  }

  /** A quiz to be balanced; it need not be saved. */
  record Balancing(Scheme scheme, Optional<Balances.WhatIf> whatIf) {}

  /**
   * A quiz to be evened out.
   *
   * @param spread the most the largest share may be above the smallest, 0 to 1
   */
  record EvenOut(Scheme scheme, double spread) {}

  /** What to change, and how it is balanced then. */
  record Evened(List<Evening.Change> changes, Balances.BalanceView after, boolean reached) {}

  /**
   * Somebody who played.
   *
   * @param counts whether it is their own answer for certain (S12)
   * @param answers in words, by keys of questions
   */
  record PlayerView(
      long id,
      long personId,
      String email,
      String firstName,
      Instant at,
      String outcome,
      boolean counts,
      Map<String, String> answers) {}

  @GetMapping
  QuizNumbers.View numbers(@PathVariable long offerId) {
    return numbers.of(quiz(offerId));
  }

  @PostMapping("/balance")
  CompletableFuture<Balances.BalanceView> balance(
      @PathVariable long offerId, @RequestBody Balancing balancing) {
    quiz(offerId);
    return balances.newest(offerId, () -> balances.of(balancing.scheme(), balancing.whatIf()));
  }

  @PostMapping("/even")
  CompletableFuture<Evened> even(@PathVariable long offerId, @RequestBody EvenOut even) {
    quiz(offerId);
    return balances.newest(
        offerId,
        () -> {
          Evening evening = Evening.of(even.scheme(), even.spread(), MOST_BALANCES);
          Scheme scheme = even.scheme();
          for (Evening.Change change : evening.changes()) {
            scheme =
                scheme.withPoints(
                    change.question(), change.answer(), change.outcome(), change.to());
          }
          return new Evened(
              evening.changes(), balances.of(scheme, Optional.empty()), evening.reached());
        });
  }

  @ExceptionHandler(Balances.Overtaken.class)
  ResponseEntity<Void> overtaken() {
    return ResponseEntity.status(HttpStatus.CONFLICT).build();
  }

  /**
   * A page of players, newest first.
   *
   * @param outcome key of the one they came to; empty for any
   * @param answer {@code question:answer} they gave; empty for any
   * @param below id of the last one seen
   */
  @GetMapping("/players")
  List<PlayerView> players(
      @PathVariable long offerId,
      @RequestParam(defaultValue = "") String outcome,
      @RequestParam(defaultValue = "") String answer,
      @RequestParam Optional<Long> below) {
    Offer offer = quiz(offerId);
    return players(offer, wanted(offerId, outcome, answer, below.orElse(Long.MAX_VALUE), A_PAGE));
  }

  /** The same as a table to take along. */
  @GetMapping("/players.csv")
  void csv(
      @PathVariable long offerId,
      @RequestParam(defaultValue = "") String outcome,
      @RequestParam(defaultValue = "") String answer,
      HttpServletResponse response)
      throws IOException {
    Offer offer = quiz(offerId);
    List<Question> questions = Plays.of(offer).scheme().questions();
    List<String> head = new ArrayList<>(List.of("email", "first name", "at", "outcome"));
    questions.forEach(question -> head.add(question.words()));
    CsvAnswer.write(
        response,
        new CsvAnswer.Table("players.csv", head),
        below -> players(offer, wanted(offerId, outcome, answer, below, A_CSV_PAGE)),
        PlayerView::id,
        player -> {
          List<Object> cells =
              new ArrayList<>(
                  List.of(player.email(), player.firstName(), player.at(), player.outcome()));
          questions.forEach(one -> cells.add(player.answers().getOrDefault(one.id(), "")));
          return cells;
        });
  }

  private static PlayStore.Wanted wanted(
      long offerId, String outcome, String answer, long below, int most) {
    // What is looked for is a key; what is not could mean anything to LIKE.
    String clean = answer.matches("[a-z0-9]{1,12}:[a-z0-9]{1,12}") ? answer : "";
    return new PlayStore.Wanted(offerId, outcome, clean, below, most);
  }

  private List<PlayerView> players(Offer offer, PlayStore.Wanted wanted) {
    return store.players(wanted).stream().map(player -> view(offer, player)).toList();
  }

  private PlayerView view(Offer offer, PlayStore.Player player) {
    Plays.Ended ended = plays.ended(offer, player.play());
    return new PlayerView(
        player.play().id(),
        player.play().personId().orElseThrow(),
        player.email(),
        player.firstName(),
        player.play().at(),
        ended.outcome().map(Outcome::title).orElse(""),
        player.play().countedAt().isPresent(),
        player.play().answers().inWords(ended.scheme()));
  }

  private Offer quiz(long offerId) {
    Offer offer = offers.get(offerId);
    if (!(offer.settings().gives() instanceof Quiz)) {
      throw new NotThere("This quiz");
    }
    return offer;
  }
}
