package jeton.server.quiz;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.handover.Letter;
import jeton.core.incentive.Lack;
import jeton.core.incentive.Part;
import jeton.core.incentive.Quiz;
import jeton.core.offer.OfferKind;
import jeton.core.quiz.Answers;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.core.rehearsal.Visitor;
import jeton.server.business.PublicUrl;
import jeton.server.email.GiftSource;
import jeton.server.incentive.Face;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.tag.Tags;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Quizzes: the outcome somebody came to, as it was when they played (G2). */
@Component
class QuizFace implements Face {
  private final Plays plays;
  private final PlayStore store;
  private final Tags tags;
  private final PublicUrl publicUrl;
  private final ObjectProvider<Offers> offers;
  private final Balances balances;

  QuizFace(
      Plays plays,
      PlayStore store,
      Tags tags,
      PublicUrl publicUrl,
      Balances balances,
      ObjectProvider<Offers> offers) {
    this.balances = balances;
    this.plays = plays;
    this.store = store;
    this.tags = tags;
    this.publicUrl = publicUrl;
    this.offers = offers;
  }

  @Override
  public OfferKind kind() {
    return OfferKind.QUIZ;
  }

  @Override
  public Grant grant(Offer offer, long personId, Occasion occasion) {
    Optional<Plays.Ended> ended =
        occasion == Occasion.ON_THE_SPOT
            ? plays.newest(offer, personId)
            : plays.newestGiven(offer, personId);
    return ended
        .map(
            one ->
                new Grant(
                    one.outcome()
                        .map(outcome -> "the outcome “" + outcome.title() + "”")
                        .orElse(""),
                    Optional.empty(),
                    Letter.AS_SET,
                    Optional.of(one.play().id())))
        .orElse(Grant.COMMON);
  }

  @Override
  public List<Part> show(Offer offer, View view) {
    if (view.personId().isEmpty()) {
      return List.of(part(sampleOutcome(offer, view.played()), "", "", ""));
    }
    Optional<Plays.Ended> ended =
        view.given()
            .flatMap(id -> plays.find(offer, id))
            .or(() -> plays.newestGiven(offer, view.personId().get()));
    return List.of(
        ended
            .flatMap(one -> one.outcome().map(outcome -> shown(offer, one, outcome, view.pass())))
            .orElseGet(QuizFace::nothing));
  }

  private Part shown(Offer offer, Plays.Ended ended, Outcome outcome, String pass) {
    // The pass is behind whatever stands before it: a site of the business, or nothing on our
    // pages.
    String base = pass.substring(0, Math.max(0, pass.indexOf("/g/")));
    return part(
        outcome, base, share(offer, ended.edition().quiz(), outcome), pass + "/told/looked");
  }

  /** For whoever came to something nobody owns. */
  static Part nothing() {
    return new Part.Words("Your answers lead to none of the outcomes. They are kept all the same.");
  }

  /**
   * An outcome as it is shown.
   *
   * @param base what comes before addresses; empty on our own pages
   * @param told where the page tells that it was looked at; empty for nowhere
   */
  static Part part(Outcome outcome, String base, String share, String told) {
    return new Part.Outcome(
        outcome.title(),
        outcome.words(),
        outcome.picture().isEmpty() ? "" : base + "/pictures/" + outcome.picture(),
        outcome.leadsOn() ? outcome.label() : "",
        outcome.href(),
        share,
        told);
  }

  /** Where an outcome can be passed on; empty where the owner wants none (Q11). */
  String share(Offer offer, Quiz quiz, Outcome outcome) {
    return quiz.shareable()
        ? publicUrl.of("/o/" + offer.settings().slug() + "/r/" + outcome.id())
        : "";
  }

  private Outcome sampleOutcome(Offer offer, Map<String, String> played) {
    Scheme scheme = Plays.of(offer).scheme();
    // The owner may look at any of them.
    Optional<Outcome> named = scheme.outcome(played.getOrDefault("outcome", ""));
    if (named.isPresent()) {
      return named.get();
    }
    return judged(scheme, played)
        .flatMap(Scheme.Judged::outcome)
        .flatMap(scheme::outcome)
        .or(() -> scheme.outcomes().stream().findFirst())
        .orElse(
            new Outcome(
                "none", "An outcome", "Its words stand here.", "", "", "", 0, 0, List.of()));
  }

  private static Answers.Read read(Scheme scheme, Map<String, String> played) {
    return Answers.read(scheme, field -> QuizGame.keys(played.get(field)));
  }

  private static Optional<Scheme.Judged> judged(Scheme scheme, Map<String, String> played) {
    Answers.Read read = read(scheme, played);
    return read.problems().isEmpty()
        ? Optional.of(read.answers().judged(scheme))
        : Optional.empty();
  }

  @Override
  public Optional<Visitor.Played> comesTo(Offer offer, Map<String, String> played) {
    Scheme scheme = Plays.of(offer).scheme();
    Answers.Read read = read(scheme, played);
    if (!read.problems().isEmpty()) {
      return Optional.empty();
    }
    return read.answers()
        .judged(scheme)
        .outcome()
        .flatMap(scheme::outcome)
        .map(
            outcome ->
                new Visitor.Played(
                    outcome.id(),
                    List.copyOf(read.answers().tags(scheme, outcome)),
                    Letter.AS_SET));
  }

  @Override
  public List<Part> showInEmail(Offer offer) {
    return List.of(
        new Part.Outcome(
            fillIn(Quiz.OUTCOME.key()),
            fillIn(Quiz.OUTCOME_WORDS.key()),
            "",
            fillIn(Quiz.OUTCOME_BUTTON.key()),
            fillIn(Quiz.OUTCOME_LINK.key()),
            "",
            ""));
  }

  private static String fillIn(String key) {
    return "{{" + key + "}}";
  }

  @Override
  public Map<Long, Map<String, String>> told(Map<Long, GiftSource.Holder> holders) {
    Set<Long> people = new HashSet<>();
    Set<Long> offerIds = new HashSet<>();
    holders.values().forEach(holder -> people.add(holder.personId()));
    holders.values().forEach(holder -> offerIds.add(holder.offerId()));
    Map<GiftSource.Holder, Play> given = new HashMap<>();
    Map<GiftSource.Holder, Play> counted = new HashMap<>();
    // The newest comes last and stays.
    for (PlayStore.OfOffer one : store.given(people, offerIds)) {
      GiftSource.Holder whose =
          new GiftSource.Holder(one.play().personId().orElseThrow(), one.offerId());
      given.put(whose, one.play());
      if (one.play().countedAt().isPresent()) {
        counted.put(whose, one.play());
      }
    }
    Map<Long, Map<String, String>> told = new HashMap<>();
    holders.forEach(
        (id, holder) -> {
          GiftSource.Holder whose = new GiftSource.Holder(holder.personId(), holder.offerId());
          Play newest = given.get(whose);
          Play play = holder.delivers() ? newest : counted.getOrDefault(whose, newest);
          if (play != null) {
            Offer offer = offers.getObject().remembered(holder.offerId());
            told.put(id, fillIns(plays.ended(offer, play)));
          }
        });
    return told;
  }

  private static Map<String, String> fillIns(Plays.Ended ended) {
    Map<String, String> told = new HashMap<>();
    ended.outcome().ifPresent(outcome -> told.putAll(fillIns(outcome)));
    told.putAll(answers(ended.scheme(), ended.play().answers()));
    return told;
  }

  private static Map<String, String> fillIns(Outcome outcome) {
    return Map.of(
        Quiz.OUTCOME.key(),
        outcome.title(),
        Quiz.OUTCOME_WORDS.key(),
        outcome.words(),
        Quiz.OUTCOME_BUTTON.key(),
        outcome.leadsOn() ? outcome.label() : "",
        Quiz.OUTCOME_LINK.key(),
        outcome.leadsOn() ? outcome.href() : "");
  }

  private static Map<String, String> answers(Scheme scheme, Answers answers) {
    Map<String, String> told = new HashMap<>();
    answers.inWords(scheme).forEach((question, words) -> told.put(Quiz.answerKey(question), words));
    return told;
  }

  @Override
  public Map<String, String> sample(Offer offer, Map<String, String> played) {
    Scheme scheme = Plays.of(offer).scheme();
    Map<String, String> told = new HashMap<>(fillIns(sampleOutcome(offer, played)));
    Answers.Read read = read(scheme, played);
    if (read.problems().isEmpty()) {
      told.putAll(answers(scheme, read.answers()));
    } else {
      scheme.questions().stream()
          .filter(question -> !question.answers().isEmpty())
          .forEach(
              question ->
                  told.put(Quiz.answerKey(question.id()), question.answers().get(0).words()));
    }
    return told;
  }

  @Override
  public boolean told(Offer offer, long personId, Told told) {
    if (!told.what().equals("looked") || told.given().isEmpty()) {
      return false;
    }
    Optional<Plays.Ended> ended = plays.find(offer, told.given().get());
    if (told.byEmail()) {
      // Somebody known has shown by a link sent to them that it was they who played (S12).
      ended
          .filter(one -> one.play().givenAt().isPresent())
          .ifPresent(one -> plays.count(offer, personId, one.play()));
    }
    return ended.isPresent();
  }

  @Override
  public List<String> ofPerson(Offer offer, long personId) {
    return plays.counted(offer, personId).map(QuizFace::lines).orElse(List.of());
  }

  private static List<String> lines(Plays.Ended ended) {
    List<String> lines = new ArrayList<>();
    ended.outcome().ifPresent(outcome -> lines.add("Came to “" + outcome.title() + "”"));
    Map<String, String> names = new LinkedHashMap<>();
    List<Question> questions = ended.scheme().questions();
    for (Question question : questions) {
      names.put(question.id(), question.words());
    }
    ended
        .play()
        .answers()
        .inWords(ended.scheme())
        .forEach((id, words) -> lines.add(names.get(id) + " " + words));
    return lines;
  }

  @Override
  public List<Lack> missing(Offer offer) {
    Quiz quiz = Plays.of(offer);
    return quiz.missing(
        quiz.canBeBalanced() ? Optional.of(balances.known(quiz.scheme())) : Optional.empty(),
        quiz.tags().isEmpty()
            ? List.of()
            : tags.all().stream().map(Tags.TagCount::name).collect(Collectors.toList()));
  }
}
