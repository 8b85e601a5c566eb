package jeton.server.offer;

import java.util.List;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.email.FillIns;
import jeton.core.handover.HandOverSettings;
import jeton.core.incentive.Download;
import jeton.core.incentive.Incentive;
import jeton.core.offer.Slug;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/**
 * What the owner decides about an offer, apart from its files, forms and follow-up.
 *
 * @param gives what it gives, of the offer's kind (G1)
 */
public record OfferSettings(
    String name, String slug, ConfirmSettings confirm, HandOverSettings handOver, Incentive gives) {

  public OfferSettings {
    gives = gives == null ? new Download() : gives;
  }

  /** Of a download. */
  public OfferSettings(
      String name, String slug, ConfirmSettings confirm, HandOverSettings handOver) {
    this(name, slug, confirm, handOver, new Download());
  }

  /** The same with another confirmation. */
  public OfferSettings withConfirm(ConfirmSettings other) {
    return new OfferSettings(name, slug, other, handOver, gives);
  }

  /**
   * Whether whoever confirms is led straight to what is given, past a page that says so (V4, S8).
   */
  public boolean leadsStraight() {
    return gives.straight() && confirm.opensIncentive() && confirm.pages().goesOnTo().isEmpty();
  }

  /** What keeps this from being saved. */
  List<Problem> check(FillIns fillIns) {
    Problems problems = new Problems();
    problems.line(name, "name", "The name", 120);
    problems.when(name.isBlank(), "name", "empty", "The offer needs a name.");
    problems.when(
        !Slug.isGood(slug),
        "slug",
        "bad_slug",
        "The address may have small letters, digits and hyphens, like first-notebook-plan.");
    FillIns mine = fillIns.and(gives.fillIns());
    confirm.check("confirm", fillIns, problems);
    handOver.check("handOver", mine, problems);
    gives.check("gives", problems);
    return problems.list();
  }
}
