package jeton.core.numbers;

import java.time.DayOfWeek;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/**
 * What is worth trying, by what is counted. Something is said only where the counts carry it: at
 * least 100 on both sides, and 95 % intervals (N2) that do not touch.
 *
 * @param forms as visitors met them
 * @param offers as people went through them
 * @param emails of sequences, as readers met them
 * @param weekdays on which emails leave
 * @param questions of quizzes
 * @param codes of coupons
 */
public record WorthTrying(
    List<FormFact> forms,
    List<OfferFact> offers,
    List<EmailFact> emails,
    List<DayFact> weekdays,
    List<QuestionFact> questions,
    List<CodeFact> codes) {
  /** Below that, it is too early to say. */
  public static final int FEWEST = 100;

  private static final double HALF = 0.5;

  private static final String[] FEW_IN_WORDS = {
    "nothing", "one thing", "two things", "three things", "four things", "five things", "six things"
  };

  /** Forms and offers alone. */
  WorthTrying(List<FormFact> forms, List<OfferFact> offers) {
    this(forms, offers, List.of(), List.of(), List.of(), List.of());
  }

  /**
   * A form.
   *
   * @param asks how many things it asks for
   * @param waits for one that comes by itself over the page, how many seconds it waits; empty for
   *     any other
   * @param signUps of views
   */
  public record FormFact(
      long id, long offerId, String name, int asks, OptionalInt waits, Rate signUps) {
    /** Waits for something its visitor does rather than for a time: as late as can be. */
    public static final int FOR_ITS_VISITOR = Integer.MAX_VALUE;
  }

  /**
   * An offer.
   *
   * @param confirmed of those who signed up
   * @param used of those it was handed over to
   */
  public record OfferFact(long id, String name, Rate confirmed, Rate used) {}

  /**
   * An email of a sequence.
   *
   * @param opened of those it reached; of none where that cannot be counted
   * @param clicked of those it reached; of none where it has nothing to click
   * @param gone who left by it, of those it reached
   */
  public record EmailFact(
      long stepId, long sequenceId, String subject, Rate opened, Rate clicked, Rate gone) {}

  /**
   * A weekday on which emails leave.
   *
   * @param opened of those that left on it
   */
  public record DayFact(DayOfWeek day, Rate opened) {}

  /**
   * A question of a quiz.
   *
   * @param number from 1
   * @param stopped who saw it and did not answer, of those who saw it
   */
  public record QuestionFact(long offerId, String quiz, int number, Rate stopped) {}

  /**
   * A coupon's codes.
   *
   * @param used of those that were copied
   */
  public record CodeFact(long offerId, String name, Rate used) {}

  /** Whether there is enough to say anything of. */
  public boolean isTooEarly() {
    return forms.stream().noneMatch(form -> form.signUps().of() >= FEWEST)
        && offers.stream().noneMatch(offer -> offer.confirmed().of() >= FEWEST)
        && emails.stream().noneMatch(email -> email.gone().of() >= FEWEST)
        && questions.stream().noneMatch(question -> question.stopped().of() >= FEWEST)
        && codes.stream().noneMatch(code -> code.used().of() >= FEWEST);
  }

  /** What is worth trying, what could gain most first. */
  public List<Idea> ideas() {
    List<Idea> ideas = new ArrayList<>();
    lookAtForms(ideas);
    lookAtOffers(ideas);
    emails.stream()
        .collect(Collectors.groupingBy(EmailFact::sequenceId))
        .values()
        .forEach(sequence -> lookAtEmails(sequence, ideas));
    Rate opened = Compared.sum(weekdays, DayFact::opened);
    weekdays.forEach(day -> lookAt(day, opened, ideas));
    questions.stream()
        .collect(Collectors.groupingBy(QuestionFact::offerId))
        .values()
        .forEach(quiz -> lookAtQuiz(quiz, ideas));
    codes.forEach(code -> lookAt(code, ideas));
    return ideas.stream().sorted(Comparator.comparingDouble(Idea::gain).reversed()).toList();
  }

  /**
   * The rate an idea is about, by its key; empty where nothing is counted of it.
   *
   * @param key as {@link Idea#key} has it
   */
  public Optional<Rate> rate(String key) {
    Map<String, Rate> rates = new HashMap<>();
    for (FormFact form : forms) {
      rates.put("form-" + form.id(), form.signUps());
      rates.put("early-" + form.id(), form.signUps());
    }
    for (OfferFact offer : offers) {
      rates.put("confirm-" + offer.id(), offer.confirmed());
      rates.put("use-" + offer.id(), offer.used());
    }
    for (EmailFact email : emails) {
      rates.put("open-" + email.stepId(), email.opened());
      rates.put("click-" + email.stepId(), email.clicked());
      rates.put("leave-" + email.stepId(), email.gone());
    }
    weekdays.forEach(day -> rates.put("day-" + day.day().getValue(), day.opened()));
    questions.forEach(question -> rates.put(key(question), question.stopped()));
    codes.forEach(code -> rates.put("code-" + code.offerId(), code.used()));
    return Optional.ofNullable(rates.get(key));
  }

  /** Whether the rate of an idea with this key had better be small. */
  public static boolean isOfLoss(String key) {
    return key.startsWith("leave-") || key.startsWith("question-");
  }

  private static String key(QuestionFact question) {
    // Two numbers in one: a quiz has at most a hundred questions.
    return "question-" + (question.offerId() * FEWEST + question.number());
  }

  private void lookAtForms(List<Idea> ideas) {
    // Added up once for each number of things: there are few of them, however many forms.
    Map<Integer, Rate> askingLess = new HashMap<>();
    Map<Integer, Rate> later = new HashMap<>();
    for (FormFact form : forms) {
      lookHowMuch(
          form,
          askingLess.computeIfAbsent(form.asks(), asks -> sumOf(other -> other.asks() < asks)),
          ideas);
      if (form.waits().isPresent()) {
        lookHowEarly(
            form,
            later.computeIfAbsent(
                form.waits().getAsInt(), waits -> sumOf(other -> other.waits().orElse(-1) > waits)),
            ideas);
      }
    }
  }

  private Rate sumOf(Predicate<FormFact> which) {
    return Compared.sum(forms.stream().filter(which).toList(), FormFact::signUps);
  }

  private static void lookHowMuch(FormFact form, Rate askingLess, List<Idea> ideas) {
    Compared shorter = new Compared(form.signUps(), askingLess);
    if (shorter.isBelow()) {
      ideas.add(
          new Idea(
              "form-" + form.id(),
              Idea.Kind.ASKS_MUCH,
              form.offerId(),
              form.id(),
              "“%s” asks for %s; ".formatted(form.name(), things(form.asks()))
                  + shorter.words("%s in 100 fill it in, where less is asked for %s."),
              shorter.gain()));
    }
  }

  private static void lookHowEarly(FormFact form, Rate laterOnes, List<Idea> ideas) {
    Compared later = new Compared(form.signUps(), laterOnes);
    if (later.isBelow()) {
      ideas.add(
          new Idea(
              "early-" + form.id(),
              Idea.Kind.COMES_EARLY,
              form.offerId(),
              form.id(),
              "“%s” comes %s; ".formatted(form.name(), when(form.waits().getAsInt()))
                  + later.words("%s in 100 fill it in, where it comes later %s."),
              later.gain()));
    }
  }

  private static String when(int seconds) {
    return seconds == 0 ? "at once" : seconds == 1 ? "after a second" : "after " + seconds + " s";
  }

  private void lookAtOffers(List<Idea> ideas) {
    Rate confirmed = Compared.sum(offers, OfferFact::confirmed);
    Rate used = Compared.sum(offers, OfferFact::used);
    offers.forEach(offer -> lookAt(offer, confirmed, used, ideas));
  }

  private static void lookAt(OfferFact offer, Rate allConfirmed, Rate allUsed, List<Idea> ideas) {
    Compared confirmed = Compared.ofAll(offer.confirmed(), allConfirmed);
    if (confirmed.isBelow()) {
      ideas.add(
          new Idea(
              "confirm-" + offer.id(),
              Idea.Kind.FEW_CONFIRM,
              offer.id(),
              0,
              "Of those who sign up for “%s”, ".formatted(offer.name())
                  + confirmed.words("%s in 100 confirm; elsewhere %s do."),
              confirmed.gain()));
    }
    Compared used = Compared.ofAll(offer.used(), allUsed);
    if (used.isBelow()) {
      ideas.add(
          new Idea(
              "use-" + offer.id(),
              Idea.Kind.FEW_USE,
              offer.id(),
              0,
              "%s people have not looked at what they got with “%s”: "
                      .formatted(offer.used().of() - offer.used().successes(), offer.name())
                  + used.words("%s in 100 do; elsewhere %s."),
              used.gain()));
    }
  }

  private static void lookAtEmails(List<EmailFact> sequence, List<Idea> ideas) {
    Rate opened = Compared.sum(sequence, EmailFact::opened);
    Rate clicked = Compared.sum(sequence, EmailFact::clicked);
    Rate gone = Compared.sum(sequence, EmailFact::gone);
    for (EmailFact email : sequence) {
      lookAt(
          email,
          Compared.ofAll(email.opened(), opened),
          Compared.ofAll(email.clicked(), clicked),
          Compared.ofAll(email.gone(), gone),
          ideas);
    }
  }

  private static void lookAt(
      EmailFact email, Compared opened, Compared clicked, Compared gone, List<Idea> ideas) {
    if (opened.isBelow()) {
      ideas.add(
          of(
              email,
              "open-",
              Idea.Kind.FEW_OPEN,
              opened,
              "%s in 100 open it; the others of its sequence %s."));
    }
    if (clicked.isBelow()) {
      ideas.add(
          of(
              email,
              "click-",
              Idea.Kind.FEW_CLICK,
              clicked,
              "%s in 100 click in it; in the others of its sequence %s."));
    }
    if (gone.isAbove()) {
      ideas.add(
          of(
              email,
              "leave-",
              Idea.Kind.MANY_LEAVE,
              gone,
              "%s in 100 leave by it; by the others of its sequence %s."));
    }
  }

  private static Idea of(
      EmailFact email, String key, Idea.Kind kind, Compared compared, String pattern) {
    return new Idea(
        key + email.stepId(),
        kind,
        email.sequenceId(),
        email.stepId(),
        "“%s”: ".formatted(email.subject()) + compared.words(pattern),
        compared.gain());
  }

  private static void lookAt(DayFact day, Rate all, List<Idea> ideas) {
    Compared opened = Compared.ofAll(day.opened(), all);
    if (opened.isBelow()) {
      ideas.add(
          new Idea(
              "day-" + day.day().getValue(),
              Idea.Kind.DAY_UNREAD,
              0,
              0,
              "What leaves on a %s ".formatted(day.day().getDisplayName(TextStyle.FULL, Locale.UK))
                  + opened.words("is opened by %s in 100, on other days by %s."),
              opened.gain()));
    }
  }

  private static void lookAtQuiz(List<QuestionFact> quiz, List<Idea> ideas) {
    Rate all = Compared.sum(quiz, QuestionFact::stopped);
    quiz.forEach(question -> lookAt(question, Compared.ofAll(question.stopped(), all), ideas));
  }

  private static void lookAt(QuestionFact question, Compared stopped, List<Idea> ideas) {
    if (stopped.isAbove()) {
      ideas.add(
          new Idea(
              key(question),
              Idea.Kind.QUESTION_STOPS,
              question.offerId(),
              question.number(),
              "At question %s of “%s”, ".formatted(question.number(), question.quiz())
                  + stopped.words("%s in 100 stop; at the others %s."),
              stopped.gain()));
    }
  }

  /**
   * There are no others to compare it with: it is told where fewer than half use what they copy.
   */
  private static void lookAt(CodeFact code, List<Idea> ideas) {
    Rate used = code.used();
    if (used.of() >= FEWEST && used.high() < HALF) {
      ideas.add(
          new Idea(
              "code-" + code.offerId(),
              Idea.Kind.CODE_UNUSED,
              code.offerId(),
              0,
              "Of those who copied their code of “%s”, %s in 100 have bought with it."
                  .formatted(code.name(), Math.round(100 * used.share())),
              (HALF - used.share()) * used.of()));
    }
  }

  private static String things(int n) {
    return n < FEW_IN_WORDS.length ? FEW_IN_WORDS[n] : n + " things";
  }
}
