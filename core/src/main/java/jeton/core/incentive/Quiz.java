package jeton.core.incentive;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIn;
import jeton.core.numbers.Share;
import jeton.core.people.TagName;
import jeton.core.problem.Problems;
import jeton.core.quiz.Balance;
import jeton.core.quiz.Cover;
import jeton.core.quiz.Gate;
import jeton.core.quiz.Outcome;
import jeton.core.quiz.Paging;
import jeton.core.quiz.Question;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;

/**
 * Questions that lead to an outcome (rules Q).
 *
 * @param ownPageOnPhones whether forms on a site lead to the hosted page where the window is small
 * @param shareable whether an outcome can be passed on by an address of its own (Q11)
 */
public record Quiz(
    Scheme scheme,
    Cover cover,
    Paging paging,
    Gate gate,
    boolean ownPageOnPhones,
    boolean shareable)
    implements Incentive {
  /** What a new quiz starts from. */
  public static final Quiz BLANK =
      new Quiz(
          new Scheme(Scoring.MATCH, List.of(), List.of(), Optional.empty()),
          Cover.USUAL,
          Paging.ONE_AT_A_TIME,
          Gate.USUAL,
          false,
          true);

  /** Title of the outcome. */
  public static final FillIn OUTCOME = new FillIn("outcome", "Outcome", true, true, "");

  /** Its words. */
  public static final FillIn OUTCOME_WORDS =
      new FillIn("outcome_words", "Words of the outcome", true, true, "");

  /** Words of its button. */
  public static final FillIn OUTCOME_BUTTON =
      new FillIn("outcome_button", "Button of the outcome", false, true, "");

  /** Where its button leads: a whole address. */
  public static final FillIn OUTCOME_LINK =
      new FillIn("outcome_link", "Link of the outcome", false, true, "");

  private static final double MOST_SHARE = 0.8;
  private static final int LEAST_ANSWERS = 2;

  public Quiz {
    scheme = scheme == null ? new Scheme(Scoring.MATCH, null, null, Optional.empty()) : scheme;
    cover = cover == null ? Cover.USUAL : cover;
    paging = paging == null ? Paging.ONE_AT_A_TIME : paging;
    gate = gate == null ? Gate.USUAL : gate;
  }

  /** The fill-in of the answer to a question. */
  public static String answerKey(String questionId) {
    return "answer_" + questionId;
  }

  @Override
  public void check(String path, Problems problems) {
    scheme.check(path + ".scheme", problems);
    cover.check(path + ".cover", problems);
    gate.check(path + ".gate", problems);
  }

  @Override
  public Map<String, String> results() {
    Map<String, String> results = new LinkedHashMap<>();
    List<Outcome> outcomes = scheme.outcomes();
    for (int i = 0; i < outcomes.size(); i++) {
      results.put(outcomes.get(i).id(), outcomes.get(i).named(i + 1));
    }
    return results;
  }

  @Override
  public EmailContent firstDelivery() {
    return new EmailContent(
        "Your result: {{outcome}}",
        "And what goes well with it",
        EmailContent.Style.FRAMED,
        List.of(
            EmailBlock.text(
                "<p>Hello {{first_name}},</p><p>this is what your answers come to:</p>"),
            EmailBlock.incentive("See it again")),
        "",
        List.of());
  }

  @Override
  public List<FillIn> fillIns() {
    return Stream.concat(
            Stream.of(
                OUTCOME.alwaysKnown(), OUTCOME_WORDS.alwaysKnown(), OUTCOME_BUTTON, OUTCOME_LINK),
            answers())
        .toList();
  }

  private Stream<FillIn> answers() {
    List<Question> questions = scheme.questions();
    return Stream.iterate(0, i -> i < questions.size(), i -> i + 1)
        .map(
            i ->
                new FillIn(
                    answerKey(questions.get(i).id()),
                    "Answer to " + questions.get(i).named(i + 1),
                    true,
                    questions.get(i).optional(),
                    ""));
  }

  @Override
  public List<Lack> missing() {
    return missing(canBeBalanced() ? Optional.of(Balance.of(scheme)) : Optional.empty(), tags());
  }

  /** Whether there is enough of it to be balanced. */
  public boolean canBeBalanced() {
    return scheme.outcomes().size() > 1
        && !scheme.questions().isEmpty()
        && scheme.questions().stream().noneMatch(question -> question.answers().isEmpty());
  }

  /** Tags that outcomes and answers name. */
  public Set<String> tags() {
    return Stream.concat(
            scheme.outcomes().stream().flatMap(outcome -> outcome.tags().stream()),
            scheme.questions().stream()
                .flatMap(question -> question.answers().stream())
                .flatMap(answer -> answer.tags().stream()))
        .collect(Collectors.toCollection(TreeSet::new));
  }

  /**
   * What keeps it from being given, or is worth a look.
   *
   * @param balance of its scheme; empty where it is not complete
   * @param known all tags there are
   */
  public List<Lack> missing(Optional<Balance> balance, Collection<String> known) {
    List<Lack> lacks = new ArrayList<>();
    if (scheme.questions().isEmpty()) {
      lacks.add(Lack.grave("no_questions", "The quiz asks nothing yet.", "questions"));
    }
    if (scheme.outcomes().size() < 2) {
      lacks.add(Lack.grave("few_outcomes", "A quiz needs two outcomes that differ.", "outcomes"));
    }
    for (int i = 0; i < scheme.questions().size(); i++) {
      lacks.addAll(ofQuestion(scheme.questions().get(i), i + 1));
    }
    for (int i = 0; i < scheme.outcomes().size(); i++) {
      lacks.addAll(ofOutcome(scheme.outcomes().get(i), i + 1, balance));
    }
    if (scheme.scoring() == Scoring.RANGE && canBeBalanced()) {
      lacks.addAll(ofTotals(scheme.doubts()));
    }
    Set<String> keys = known.stream().map(TagName::key).collect(Collectors.toSet());
    tags().stream()
        .filter(tag -> !keys.contains(TagName.key(tag)))
        .forEach(
            tag ->
                lacks.add(
                    Lack.worthALook(
                        "tag_gone",
                        "The quiz gives the tag “" + tag + "”, which is gone.",
                        "tags")));
    return lacks;
  }

  private static List<Lack> ofQuestion(Question question, int place) {
    String control = "question-" + question.id();
    String name = question.named(place);
    List<Lack> lacks = new ArrayList<>();
    if (question.answers().size() < LEAST_ANSWERS) {
      lacks.add(Lack.grave("no_answers", name + " needs two answers to choose from.", control));
    }
    boolean wordless =
        question.words().isEmpty()
            || question.answers().stream().anyMatch(answer -> answer.words().isEmpty());
    if (wordless) {
      lacks.add(Lack.grave("no_words", name + " or one of its answers has no words.", control));
    }
    return lacks;
  }

  private static List<Lack> ofOutcome(Outcome outcome, int place, Optional<Balance> balance) {
    String control = "outcome-" + outcome.id();
    String name = outcome.named(place);
    List<Lack> lacks = new ArrayList<>();
    if (outcome.title().isEmpty()) {
      lacks.add(Lack.grave("no_title", name + " has no title.", control));
    }
    if (!outcome.label().isEmpty() && outcome.href().isEmpty()) {
      lacks.add(Lack.grave("no_address", name + " has a button that leads nowhere.", control));
    }
    balance
        .map(found -> found.shares().get(outcome.id()))
        .ifPresent(share -> lacks.addAll(ofShare(share, name, control)));
    return lacks;
  }

  private static List<Lack> ofShare(Share share, String name, String control) {
    if (share.isNone()) {
      return List.of(
          Lack.worthALook("unreachable", "No way to answer leads to " + name + ".", control));
    }
    return share.value() > MOST_SHARE
        ? List.of(
            Lack.worthALook(
                "lopsided",
                name
                    + " comes out of "
                    + Math.round(share.value() * 100)
                    + " % of all ways to answer. The others hardly show.",
                control))
        : List.of();
  }

  private static List<Lack> ofTotals(Scheme.Doubts doubts) {
    List<Lack> lacks = new ArrayList<>();
    if (!doubts.unowned().isEmpty()) {
      lacks.add(
          Lack.grave(
              "unowned_totals",
              "No outcome owns " + inWords(doubts.unowned()) + ": whoever gets there gets nothing.",
              "ranges"));
    }
    if (!doubts.ownedTwice().isEmpty()) {
      lacks.add(
          Lack.worthALook(
              "owned_twice",
              "Two outcomes own " + inWords(doubts.ownedTwice()) + ": the upper one gets it.",
              "ranges"));
    }
    return lacks;
  }

  private static String inWords(List<Integer> totals) {
    int most = 5;
    String some =
        totals.stream().limit(most).map(String::valueOf).collect(Collectors.joining(", "));
    return (totals.size() == 1 ? "the total " : "the totals ")
        + some
        + (totals.size() > most ? " and " + (totals.size() - most) + " more" : "");
  }
}
