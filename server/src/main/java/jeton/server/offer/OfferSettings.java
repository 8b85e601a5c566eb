package jeton.server.offer;

import java.util.List;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.email.FillIns;
import jeton.core.handover.HandOverSettings;
import jeton.core.offer.Slug;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;

/** What the owner decides about an offer, apart from its files, forms and follow-up. */
public record OfferSettings(
    String name, String slug, ConfirmSettings confirm, HandOverSettings handOver) {

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
    confirm.check("confirm", fillIns, problems);
    handOver.check("handOver", fillIns, problems);
    return problems.list();
  }
}
