package jeton.server.figures;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import jeton.core.incentive.Quiz;
import jeton.core.numbers.Change;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Idea;
import jeton.core.numbers.Rate;
import jeton.core.numbers.WorthTrying;
import jeton.core.offer.OfferKind;
import jeton.core.problem.Problems;
import jeton.core.quiz.Question;
import jeton.server.business.Business;
import jeton.server.numbers.Numbers;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;

/** What is worth trying, as far as its owner wants to hear it. */
@Service
class Ideas {
  private static final int DAYS = 90;
  private static final int MOST_KEY = 60;
  private static final Rate NOBODY = new Rate(0, 0);
  private final Figures figures;
  private final EmailFigures emails;
  private final FactStore facts;
  private final Offers offers;
  private final Business business;
  private final IdeaStore store;
  private final Clock clock;

  Ideas(
      Figures figures,
      EmailFigures emails,
      FactStore facts,
      Offers offers,
      Business business,
      IdeaStore store,
      Clock clock) {
    this.figures = figures;
    this.emails = emails;
    this.facts = facts;
    this.offers = offers;
    this.business = business;
    this.store = store;
    this.clock = clock;
  }

  /**
   * What there is.
   *
   * @param tooEarly whether there is too little to say anything of
   * @param hidden how many are not told since they were hidden
   * @param changes those that were followed, and what came of it
   */
  record IdeasTold(List<Idea> ideas, boolean tooEarly, int hidden, List<ChangeOutcome> changes) {}

  /**
   * What came of a change.
   *
   * @param words as the idea was told then
   * @param day on which it was said to be changed
   */
  record ChangeOutcome(
      String key,
      String words,
      LocalDate day,
      Numbers.Share before,
      Numbers.Share since,
      Change.Verdict verdict) {}

  /** By what was counted in the last ninety days. */
  IdeasTold now(LocalDate today) {
    WorthTrying worth = of(DayRange.last(DAYS, today));
    List<ChangeOutcome> changes = changes(today);
    Set<String> hidden = store.hidden();
    Set<String> unwanted = new HashSet<>(hidden);
    changes.forEach(change -> unwanted.add(change.key()));
    List<Idea> all = worth.ideas();
    List<Idea> told = all.stream().filter(idea -> !unwanted.contains(idea.key())).toList();
    return new IdeasTold(
        told,
        worth.isTooEarly(),
        (int) all.stream().filter(idea -> hidden.contains(idea.key())).count(),
        changes);
  }

  private WorthTrying of(DayRange days) {
    Supplier<List<WorthTrying.EmailFact>> ofEmails = Beside.meanwhile(() -> emails.facts(days));
    Figures.Counted counted = figures.of(days);
    return new WorthTrying(
        figures.forms(counted).stream().filter(Figures.FormFigures::on).map(Ideas::fact).toList(),
        figures.offers(counted).stream().map(Ideas::fact).toList(),
        ofEmails.get(),
        facts.weekdays(days),
        questions(days),
        codes(days));
  }

  /** Those followed on one day are looked up together. */
  private List<ChangeOutcome> changes(LocalDate today) {
    Map<LocalDate, WorthTrying> since = new HashMap<>();
    return store.followed().stream()
        .map(
            followed -> {
              LocalDate day = LocalDate.ofInstant(followed.at(), zone());
              Rate rate =
                  day.isBefore(today)
                      ? since
                          .computeIfAbsent(day, d -> of(new DayRange(d.plusDays(1), today)))
                          .rate(followed.key())
                          .orElse(NOBODY)
                      : NOBODY;
              return outcome(followed, day, rate);
            })
        .toList();
  }

  private static ChangeOutcome outcome(IdeaStore.Followed followed, LocalDate day, Rate since) {
    return new ChangeOutcome(
        followed.key(),
        followed.words(),
        day,
        Numbers.Share.of(followed.before().successes(), followed.before().of()),
        Numbers.Share.of(since.successes(), since.of()),
        new Change(followed.before(), since, WorthTrying.isOfLoss(followed.key())).verdict());
  }

  private ZoneId zone() {
    return business.now().settings().zoneId();
  }

  private List<WorthTrying.QuestionFact> questions(DayRange days) {
    Map<Long, Map<String, Rate>> counted = facts.questions(days);
    List<WorthTrying.QuestionFact> questions = new ArrayList<>();
    for (Offer offer : offers.known()) {
      if (offer.settings().gives() instanceof Quiz quiz && counted.containsKey(offer.id())) {
        Map<String, Rate> stopped = counted.get(offer.id());
        List<Question> asked = quiz.scheme().questions();
        for (int i = 0; i < asked.size(); i++) {
          Rate here = stopped.get(asked.get(i).id());
          if (here != null) {
            questions.add(
                new WorthTrying.QuestionFact(offer.id(), offer.settings().name(), i + 1, here));
          }
        }
      }
    }
    return questions;
  }

  private List<WorthTrying.CodeFact> codes(DayRange days) {
    List<Offer> coupons =
        offers.known().stream().filter(offer -> offer.kind() == OfferKind.COUPON).toList();
    Map<Long, Rate> used =
        facts.codes(
            coupons.stream().map(Offer::id).toList(), days.from().atStartOfDay(zone()).toInstant());
    return coupons.stream()
        .filter(offer -> used.containsKey(offer.id()))
        .map(
            offer ->
                new WorthTrying.CodeFact(offer.id(), offer.settings().name(), used.get(offer.id())))
        .toList();
  }

  private static WorthTrying.FormFact fact(Figures.FormFigures form) {
    Numbers.Track track = form.track();
    return new WorthTrying.FormFact(
        form.id(),
        form.offerId(),
        form.name(),
        form.asks(),
        form.waits(),
        Figures.rate(track.signedUp(), track.seen()));
  }

  private static WorthTrying.OfferFact fact(Figures.OfferFigures offer) {
    Numbers.Track track = offer.track();
    return new WorthTrying.OfferFact(
        offer.id(),
        offer.name(),
        Figures.rate(track.confirmed(), track.signedUp()),
        Figures.rate(track.used(), track.handedOver()));
  }

  /** Tells it no more. */
  void hide(String key) {
    check(key);
    store.hide(key, clock.instant());
  }

  /** Tells it again. */
  void show(String key) {
    store.show(key);
  }

  /**
   * Something was changed for it: from the next day on it is looked whether that helped.
   *
   * @throws NotThere if it is not told any more
   */
  void follow(String key, LocalDate today) {
    check(key);
    WorthTrying worth = of(DayRange.last(DAYS, today));
    Idea idea =
        worth.ideas().stream()
            .filter(one -> one.key().equals(key))
            .findFirst()
            .orElseThrow(() -> new NotThere("This idea"));
    store.follow(
        new IdeaStore.Followed(key, idea.words(), clock.instant(), worth.rate(key).orElse(NOBODY)));
  }

  /** It was not changed after all, or is not to be looked at any more. */
  void forget(String key) {
    store.forget(key);
  }

  private static void check(String key) {
    Problems problems = new Problems();
    problems.when(
        key.length() > MOST_KEY || !key.matches("[a-z]+-\\d+"), "key", "unknown", "No such idea.");
    Refused.unlessNone(problems.list());
  }
}
