package jeton.core.handover;

import java.util.List;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.followup.RunAgain;
import jeton.core.form.PageWords;
import jeton.core.people.TagChange;
import jeton.core.problem.Problems;

/**
 * The Hand over stop of an offer.
 *
 * @param onTheSpot whether the answer to a sign-up hands it over at once, before any confirmation:
 *     quick, but anybody can get it with any address
 * @param byEmail whether a delivery email goes out after confirming; somebody already on the list
 *     always gets one (S3)
 * @param page what the pass's own page says
 * @param runAgain whether the follow-up runs again for somebody who signs up again (S3)
 * @param tags given and taken along the way
 */
public record HandOverSettings(
    boolean onTheSpot,
    boolean byEmail,
    EmailContent email,
    PageWords page,
    PassLimits limits,
    RunAgain runAgain,
    List<TagChange> tags) {

  public HandOverSettings {
    tags = tags == null ? List.of() : List.copyOf(tags);
  }

  /** Without tags. */
  public HandOverSettings(
      boolean onTheSpot,
      boolean byEmail,
      EmailContent email,
      PageWords page,
      PassLimits limits,
      RunAgain runAgain) {
    this(onTheSpot, byEmail, email, page, limits, runAgain, List.of());
  }

  /** The same with another email. */
  public HandOverSettings withEmail(EmailContent other) {
    return new HandOverSettings(onTheSpot, byEmail, other, page, limits, runAgain, tags);
  }

  /** The same with other limits of the pass. */
  public HandOverSettings withLimits(PassLimits other) {
    return new HandOverSettings(onTheSpot, byEmail, email, page, other, runAgain, tags);
  }

  /** The same, with or without the delivery email. */
  public HandOverSettings withByEmail(boolean other) {
    return new HandOverSettings(onTheSpot, other, email, page, limits, runAgain, tags);
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, FillIns fillIns, Problems problems) {
    email.check(path + ".email", fillIns, problems);
    page.check(path + ".page", problems);
    for (int i = 0; i < tags.size(); i++) {
      tags.get(i).check(path + ".tags[" + i + "]", problems);
    }
    limits
        .days()
        .ifPresent(
            n ->
                inRange(
                    n,
                    3650,
                    path + ".limits.days",
                    "A pass is good for 1 to 3650 days.",
                    problems));
    limits
        .uses()
        .ifPresent(
            n -> inRange(n, 1000, path + ".limits.uses", "A pass has 1 to 1000 uses.", problems));
    problems.when(
        runAgain.when() == RunAgain.When.AFTER_DAYS
            && (runAgain.days() < 1 || runAgain.days() > 3650),
        path + ".runAgain.days",
        "out_of_range",
        "The follow-up can run again after 1 to 3650 days.");
  }

  private static void inRange(int n, int most, String field, String message, Problems problems) {
    problems.when(n < 1 || n > most, field, "out_of_range", message);
  }
}
