package jeton.server.figures;

import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Set;
import jeton.core.numbers.DayRange;
import jeton.core.numbers.Idea;
import jeton.core.numbers.WorthTrying;
import jeton.core.problem.Problems;
import jeton.server.numbers.Numbers;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;

/** What is worth trying, as far as its owner wants to hear it. */
@Service
class Ideas {
  private static final int DAYS = 90;
  private static final int MOST_KEY = 60;
  private final Figures figures;
  private final HiddenIdeaStore hidden;
  private final Clock clock;

  Ideas(Figures figures, HiddenIdeaStore hidden, Clock clock) {
    this.figures = figures;
    this.hidden = hidden;
    this.clock = clock;
  }

  /**
   * What there is.
   *
   * @param tooEarly whether there is too little to say anything of
   * @param hidden how many are not told since they were hidden
   */
  record Tried(List<Idea> ideas, boolean tooEarly, int hidden) {}

  /** By what was counted in the last ninety days. */
  Tried now(LocalDate today) {
    DayRange days = DayRange.last(DAYS, today);
    Figures.Counted counted = figures.of(days);
    WorthTrying worth =
        new WorthTrying(
            figures.forms(counted).stream()
                .filter(Figures.FormFigures::on)
                .map(Ideas::fact)
                .toList(),
            figures.offers(counted).stream().map(Ideas::fact).toList());
    Set<String> unwanted = hidden.all();
    List<Idea> all = worth.ideas();
    List<Idea> told = all.stream().filter(idea -> !unwanted.contains(idea.key())).toList();
    return new Tried(told, worth.isTooEarly(), all.size() - told.size());
  }

  private static WorthTrying.FormFact fact(Figures.FormFigures form) {
    Numbers.Track track = form.track();
    return new WorthTrying.FormFact(
        form.id(),
        form.offerId(),
        form.name(),
        form.asks(),
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
    Problems problems = new Problems();
    problems.when(
        key.length() > MOST_KEY || !key.matches("[a-z]+-\\d+"), "key", "unknown", "No such idea.");
    Refused.unlessNone(problems.list());
    hidden.hide(key, clock.instant());
  }

  /** Tells it again. */
  void show(String key) {
    hidden.show(key);
  }
}
