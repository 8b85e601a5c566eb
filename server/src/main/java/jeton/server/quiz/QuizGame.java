package jeton.server.quiz;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.core.incentive.Part;
import jeton.core.incentive.Quiz;
import jeton.core.offer.OfferKind;
import jeton.core.problem.Problem;
import jeton.core.quiz.Answer;
import jeton.core.quiz.Answers;
import jeton.core.quiz.Gate;
import jeton.core.quiz.Paging;
import jeton.core.quiz.Question;
import jeton.server.incentive.Game;
import jeton.server.offer.Offer;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import org.springframework.stereotype.Component;

/**
 * A quiz in a form: drawn without its scoring, judged here (Q6). Scripts show it one question at a
 * time; without them it is one page and one post.
 */
@Component
class QuizGame implements Game {
  private static final String EDITION = "quiz_edition";
  private static final String FIELD = "q_";

  private final Editions editions;
  private final PlayStore store;
  private final Plays plays;
  private final QuizFace face;
  private final Pages pages;
  private final Clock clock;

  QuizGame(
      Editions editions, PlayStore store, Plays plays, QuizFace face, Pages pages, Clock clock) {
    this.editions = editions;
    this.store = store;
    this.plays = plays;
    this.face = face;
    this.pages = pages;
    this.clock = clock;
  }

  /** Judged answers to one edition. */
  private record Played(Edition edition, Answers answers, Optional<String> outcome)
      implements Round {}

  @Override
  public OfferKind kind() {
    return OfferKind.QUIZ;
  }

  @Override
  public Opening drawn(Offer offer, Board board) {
    // What was begun is shown again as it was begun, where something has to be put right.
    Edition edition =
        board.live() ? shown(offer, board.values()) : new Edition(0, offer.id(), Plays.of(offer));
    Quiz quiz = edition.quiz();
    Gate gate = quiz.gate();
    return new Opening(
        pages.render("quiz", model(edition, board)),
        new PageWords(gate.heading(), gate.text()),
        gate.when() != Gate.When.AFTER,
        switch (gate.when()) {
          case BEFORE -> "";
          case SKIPPABLE -> gate.skip();
          case AFTER -> "See my result";
        },
        gate.when() == Gate.When.SKIPPABLE,
        quiz.ownPageOnPhones());
  }

  private Edition shown(Offer offer, Map<String, String> values) {
    return named(values)
        .flatMap(id -> editions.find(offer, id))
        .orElseGet(() -> editions.now(offer));
  }

  private static Optional<Long> named(Map<String, String> values) {
    String id = values.getOrDefault(EDITION, "");
    return id.matches("\\d{1,18}") ? Optional.of(Long.parseLong(id)) : Optional.empty();
  }

  private static Map<String, Object> model(Edition edition, Board board) {
    Quiz quiz = edition.quiz();
    Map<String, Object> model = new HashMap<>();
    model.put("edition", edition.id());
    model.put("formKey", board.formKey());
    model.put("when", quiz.gate().when());
    model.put("oneAtATime", quiz.paging() == Paging.ONE_AT_A_TIME);
    model.put("cover", quiz.cover().on() ? List.of(cover(quiz, board.base())) : List.of());
    List<Map<String, Object>> questions = new ArrayList<>();
    List<Question> all = quiz.scheme().questions();
    for (int i = 0; i < all.size(); i++) {
      questions.add(question(all.get(i), "Question " + (i + 1) + " of " + all.size(), board));
    }
    model.put("questions", questions);
    return model;
  }

  private static Map<String, Object> cover(Quiz quiz, String base) {
    return Map.of(
        "paragraphs", Page.paragraphs(quiz.cover().text()),
        "picture", picture(quiz.cover().picture(), base),
        "button", quiz.cover().button());
  }

  private static String picture(String hash, String base) {
    return hash.isEmpty() ? "" : base + "/pictures/" + hash;
  }

  private static Map<String, Object> question(Question question, String place, Board board) {
    Map<String, Object> model = new HashMap<>();
    List<String> chosen = keys(board.values().get(question.field()));
    String problem =
        board.problems().stream()
            .filter(one -> one.field().equals(question.field()))
            .map(Problem::message)
            .findFirst()
            .orElse("");
    model.put("id", question.id());
    model.put("field", question.field());
    model.put("place", place);
    model.put("words", question.words());
    model.put("picture", picture(question.picture(), board.base()));
    model.put("type", question.several() ? "checkbox" : "radio");
    model.put("several", question.several());
    model.put("optional", question.optional());
    model.put("problem", problem);
    model.put("describes", "p-" + board.formKey() + "-" + question.field());
    model.put("pictured", question.answers().stream().anyMatch(a -> !a.picture().isEmpty()));
    model.put(
        "answers",
        question.answers().stream().map(a -> answer(a, question, chosen, board.base())).toList());
    return model;
  }

  private static Map<String, Object> answer(
      Answer answer, Question question, List<String> chosen, String base) {
    return Map.of(
        "id", answer.id(),
        "field", question.field(),
        "type", question.several() ? "checkbox" : "radio",
        "words", answer.words(),
        "picture", picture(answer.picture(), base),
        "chosen", chosen.contains(answer.id()));
  }

  /** Keys as forms send them: several apart by semicolons. */
  static List<String> keys(String sent) {
    return sent == null
        ? List.of()
        : Arrays.stream(sent.split(";")).map(String::strip).filter(k -> !k.isEmpty()).toList();
  }

  @Override
  public Judged judge(Offer offer, Map<String, String> values) {
    boolean sent = values.keySet().stream().anyMatch(name -> name.startsWith(FIELD));
    String key = values.getOrDefault("submission_key", "");
    if (!sent && store.kept(offer.id(), key).isPresent()) {
      return Judged.NOTHING;
    }
    Edition edition = shown(offer, values);
    Answers.Read read = Answers.read(edition.quiz().scheme(), field -> keys(values.get(field)));
    return read.problems().isEmpty()
        ? new Judged(
            List.of(),
            Optional.of(
                new Played(
                    edition,
                    read.answers(),
                    read.answers().judged(edition.quiz().scheme()).outcome())))
        : new Judged(read.problems(), Optional.empty());
  }

  private PlayStore.Kept kept(Offer offer, Sheet sheet, Played played) {
    return new PlayStore.Kept(
        offer.id(),
        sheet.formId(),
        played.edition().id(),
        sheet.submissionKey(),
        clock.instant(),
        played.outcome(),
        Play.written(played.answers()));
  }

  @Override
  public void keep(Offer offer, Sheet sheet, Round round) {
    store.keep(kept(offer, sheet, (Played) round));
  }

  @Override
  public Optional<List<Part>> result(Offer offer, String submissionKey, String base) {
    return store
        .kept(offer.id(), submissionKey)
        .map(play -> plays.ended(offer, play))
        .filter(ended -> ended.edition().quiz().gate().when() != Gate.When.BEFORE)
        .map(
            ended ->
                List.of(
                    ended
                        .outcome()
                        .map(
                            outcome ->
                                QuizFace.part(
                                    outcome,
                                    base,
                                    face.share(offer, ended.edition().quiz(), outcome),
                                    ""))
                        .orElseGet(QuizFace::nothing)));
  }

  @Override
  public void signedUp(Offer offer, SignedUp signUp, Optional<Round> round) {
    PlayStore.Owner owner =
        new PlayStore.Owner(
            signUp.person().id(),
            signUp.signUpId(),
            signUp.given() ? Optional.of(clock.instant()) : Optional.empty());
    if (round.isPresent()) {
      store.own(kept(offer, signUp.sheet(), (Played) round.get()), owner);
    } else {
      store.own(offer.id(), signUp.sheet().submissionKey(), owner);
    }
    if (signUp.counts()) {
      store
          .bySignUp(signUp.signUpId())
          .ifPresent(play -> plays.count(offer, signUp.person().id(), play));
    }
  }

  @Override
  public void confirmed(Offer offer, long personId, long signUpId) {
    plays.confirmed(offer, personId, signUpId);
  }
}
