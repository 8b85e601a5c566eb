package jeton.core.numbers;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * What is worth trying, by what is counted. Something is said only where the counts carry it: at
 * least 100 on both sides, and 95 % intervals (N2) that do not touch.
 *
 * @param forms as visitors met them
 * @param offers as people went through them
 */
public record WorthTrying(List<FormFact> forms, List<OfferFact> offers) {
  /** Below that, it is too early to say. */
  public static final int FEWEST = 100;

  private static final String[] FEW_IN_WORDS = {
    "nothing", "one thing", "two things", "three things", "four things", "five things", "six things"
  };

  /**
   * A form.
   *
   * @param asks how many things it asks for
   * @param signUps of views
   */
  public record FormFact(long id, long offerId, String name, int asks, Rate signUps) {}

  /**
   * An offer.
   *
   * @param confirmed of those who signed up
   * @param used of those it was handed over to
   */
  public record OfferFact(long id, String name, Rate confirmed, Rate used) {}

  /** Whether there is enough to say anything of. */
  public boolean isTooEarly() {
    return forms.stream().noneMatch(form -> form.signUps().of() >= FEWEST)
        && offers.stream().noneMatch(offer -> offer.confirmed().of() >= FEWEST);
  }

  /** What is worth trying, what could gain most first. */
  public List<Idea> ideas() {
    List<Idea> ideas = new ArrayList<>();
    forms.forEach(form -> lookAtForm(form, ideas));
    for (OfferFact offer : offers) {
      Predicate<OfferFact> others = other -> other.id() != offer.id();
      Rate confirmed = together(offers, others, OfferFact::confirmed);
      if (isBelow(offer.confirmed(), confirmed)) {
        ideas.add(
            new Idea(
                "confirm-" + offer.id(),
                Idea.Kind.FEW_CONFIRM,
                offer.id(),
                "Of those who sign up for “%s”, %s in 100 confirm; elsewhere %s do."
                    .formatted(offer.name(), inHundred(offer.confirmed()), inHundred(confirmed)),
                gain(offer.confirmed(), confirmed)));
      }
      Rate used = together(offers, others, OfferFact::used);
      if (isBelow(offer.used(), used)) {
        ideas.add(
            new Idea(
                "use-" + offer.id(),
                Idea.Kind.FEW_USE,
                offer.id(),
                "%s people have not looked at what they got with “%s”: %s in 100 do; elsewhere %s."
                    .formatted(
                        offer.used().of() - offer.used().successes(),
                        offer.name(),
                        inHundred(offer.used()),
                        inHundred(used)),
                gain(offer.used(), used)));
      }
    }
    return ideas.stream().sorted(Comparator.comparingDouble(Idea::gain).reversed()).toList();
  }

  private void lookAtForm(FormFact form, List<Idea> ideas) {
    Rate shorter = together(forms, other -> other.asks() < form.asks(), FormFact::signUps);
    if (isBelow(form.signUps(), shorter)) {
      ideas.add(
          new Idea(
              "form-" + form.id(),
              Idea.Kind.ASKS_MUCH,
              form.offerId(),
              "“%s” asks for %s; %s in 100 fill it in, where less is asked for %s."
                  .formatted(
                      form.name(),
                      things(form.asks()),
                      inHundred(form.signUps()),
                      inHundred(shorter)),
              gain(form.signUps(), shorter)));
    }
  }

  private static <T> Rate together(List<T> all, Predicate<T> which, Function<T, Rate> rate) {
    return all.stream()
        .filter(which)
        .map(rate)
        .reduce(new Rate(0, 0), (a, b) -> new Rate(a.successes() + b.successes(), a.of() + b.of()));
  }

  private static boolean isBelow(Rate one, Rate others) {
    return one.of() >= FEWEST && others.of() >= FEWEST && one.high() < others.low();
  }

  private static double gain(Rate one, Rate others) {
    return (others.share() - one.share()) * one.of();
  }

  private static long inHundred(Rate rate) {
    return Math.round(100 * rate.share());
  }

  private static String things(int n) {
    return n < FEW_IN_WORDS.length ? FEW_IN_WORDS[n] : n + " things";
  }
}
