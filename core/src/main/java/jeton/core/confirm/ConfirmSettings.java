package jeton.core.confirm;

import jeton.core.email.EmailContent;
import jeton.core.email.FillIns;
import jeton.core.form.PageWords;
import jeton.core.problem.Problems;

/**
 * The Confirm stop of an offer.
 *
 * @param on whether new people are asked to confirm (S2)
 * @param email the confirmation email; its button confirms
 * @param waiting what the visitor reads after signing up; never tells whether the address is known
 *     (S6)
 * @param confirmed what they read once confirmed
 * @param daysGood days of 24 hours the link is good for, 1 to 30 (S7)
 * @param opensIncentive whether the confirmed page is the hand-over (S8)
 * @param pages what else the pages around it do
 */
public record ConfirmSettings(
    boolean on,
    EmailContent email,
    PageWords waiting,
    PageWords confirmed,
    int daysGood,
    boolean opensIncentive,
    ConfirmPages pages) {

  public ConfirmSettings {
    pages = pages == null ? ConfirmPages.PLAIN : pages;
  }

  /** With the pages as they are without anything decided about them. */
  public ConfirmSettings(
      boolean on,
      EmailContent email,
      PageWords waiting,
      PageWords confirmed,
      int daysGood,
      boolean opensIncentive) {
    this(on, email, waiting, confirmed, daysGood, opensIncentive, ConfirmPages.PLAIN);
  }

  /** The same, with or without confirmation. */
  public ConfirmSettings turned(boolean other) {
    return new ConfirmSettings(other, email, waiting, confirmed, daysGood, opensIncentive, pages);
  }

  /** The same with another email. */
  public ConfirmSettings withEmail(EmailContent other) {
    return new ConfirmSettings(on, other, waiting, confirmed, daysGood, opensIncentive, pages);
  }

  /** Notes what keeps this from being saved. */
  public void check(String path, FillIns fillIns, Problems problems) {
    email.check(path + ".email", fillIns, problems);
    waiting.check(path + ".waiting", problems);
    confirmed.check(path + ".confirmed", problems);
    pages.check(path + ".pages", problems);
    problems.when(
        daysGood < 1 || daysGood > ConfirmationRules.MOST_DAYS,
        path + ".daysGood",
        "out_of_range",
        "A confirmation link is good for 1 to 30 days.");
  }
}
