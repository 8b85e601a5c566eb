package jeton.core.mailing;

import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.email.EmailText;
import jeton.core.email.FillIns;
import jeton.core.problem.Problems;
import jeton.core.trial.Trial;

/**
 * Two versions of a subject (X1). Version A is the email's own.
 *
 * @param subject of version B
 * @param shareOfA who gets A, in hundredths of a percent of those it is tried on
 * @param tried whom it is tried on, in hundredths of a percent of all; 10,000 for everybody
 * @param hours after which the rest get the better one, where not everybody is tried on
 */
public record TwoSubjects(String subject, int shareOfA, int tried, int hours) {
  private static final int MOST_HOURS = 72;

  public TwoSubjects {
    subject = subject == null ? "" : subject;
  }

  /** Whether some wait for which is better. */
  public boolean waits() {
    return tried < Trial.ALL;
  }

  /** Which version somebody gets; empty for whoever waits for the better one. */
  public Optional<Trial.Version> version(String trial, long personId) {
    int bucket = Trial.bucket(trial + "/tried", String.valueOf(personId));
    return bucket < tried
        ? Optional.of(Trial.version(trial, String.valueOf(personId), shareOfA))
        : Optional.empty();
  }

  /**
   * Which one the rest get: the one read by the larger share, A where they are equal.
   *
   * @param readA of sentA
   */
  public static Trial.Version better(long readA, long sentA, long readB, long sentB) {
    return readB * Math.max(1, sentA) > readA * Math.max(1, sentB)
        ? Trial.Version.B
        : Trial.Version.A;
  }

  void check(String path, FillIns allowed, Problems problems) {
    problems.line(subject, path + ".subject", "The subject", EmailContent.MOST_SUBJECT);
    problems.when(subject.isBlank(), path + ".subject", "empty", "Version B needs a subject.");
    EmailText.checkFillIns(subject, path + ".subject", allowed, problems);
    problems.when(
        shareOfA < 0 || shareOfA > Trial.ALL,
        path + ".shareOfA",
        "out_of_range",
        "A share is between 0 and 100 %.");
    problems.when(
        tried < 100 || tried > Trial.ALL,
        path + ".tried",
        "out_of_range",
        "It is tried on 1 to 100 % of them.");
    problems.when(
        waits() && (hours < 1 || hours > MOST_HOURS),
        path + ".hours",
        "out_of_range",
        "The rest wait 1 to 72 hours.");
  }
}
