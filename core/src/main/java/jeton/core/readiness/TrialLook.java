package jeton.core.readiness;

import java.time.Duration;
import java.util.List;
import jeton.core.trial.Prospect;

/** Trials that come to no end (X2). */
final class TrialLook {
  private static final long MONTH = 30;
  private static final long YEAR = 365;
  private final Facts facts;

  TrialLook(Facts facts) {
    this.facts = facts;
  }

  List<Finding> look() {
    return facts.trials().stream()
        .filter(trial -> trial.left().filter(TrialLook::isSoon).isEmpty())
        .map(
            trial ->
                Finding.worthALook(
                    "trial_endless",
                    "The two versions of “%s” %s. Take the one you like."
                        .formatted(
                            trial.name(),
                            trial
                                .left()
                                .map(
                                    left ->
                                        "take " + words(left) + " at this pace to be told apart")
                                .orElse(
                                    "cannot be told apart: too few meet them, or both do as well")),
                    trial.stop(),
                    trial.control()))
        .toList();
  }

  private static boolean isSoon(Duration left) {
    return left.compareTo(Prospect.LONGEST) <= 0;
  }

  private static String words(Duration left) {
    long months = Math.round((double) left.toDays() / MONTH);
    return left.toDays() < YEAR ? "about " + months + " more months" : "more than a year";
  }
}
