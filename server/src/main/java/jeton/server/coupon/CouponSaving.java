package jeton.server.coupon;

import java.util.Optional;
import jeton.core.coupon.CodeShape;
import jeton.core.coupon.Terms;
import jeton.core.incentive.Coupon;
import jeton.server.offer.OfferSaving;
import jeton.server.problem.Refused;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** What a coupon's new settings may not do to codes that were handed out (G2). */
@Component
class CouponSaving {
  private final CodeStore codes;
  private final GrantStore grants;

  CouponSaving(CodeStore codes, GrantStore grants) {
    this.codes = codes;
    this.grants = grants;
  }

  @EventListener
  void saving(OfferSaving saving) {
    if (!(saving.settings().gives() instanceof Coupon coupon)) {
      return;
    }
    if (coupon.source() == Coupon.Source.SHARED) {
      forAll(saving, coupon.shared(), coupon.terms(), "gives.shared");
    }
    if (coupon.source() == Coupon.Source.POOL) {
      forAll(saving, coupon.fallback(), coupon.terms(), "gives.fallback");
    }
    // Counted anew when it is next needed: it may not have been counted along until now.
    codes.forgetTotal(saving.before().id());
  }

  private void forAll(OfferSaving saving, String shown, Terms terms, String field) {
    if (shown.isEmpty()) {
      return;
    }
    Optional<Code> known = codes.byKey(CodeShape.key(shown));
    if (known.filter(code -> code.offerId() != saving.before().id()).isPresent()) {
      throw new Refused(
          field, "code_taken", "Another coupon has this code already. Choose another.");
    }
    known
        .filter(code -> code.source() == Code.Source.POOL || code.source() == Code.Source.MADE)
        .ifPresent(
            code -> {
              throw new Refused(field, "code_taken", "This code is one person's own already.");
            });
    known
        .flatMap(Code::issue)
        .filter(issue -> !issue.terms().equals(terms.forMany()))
        .ifPresent(issue -> refuse(known.get(), issue, field));
  }

  private void refuse(Code code, CodeStore.Issue issue, String field) {
    long people = grants.holders(code.id());
    throw new Refused(
        field,
        "terms_are_fixed",
        code.name().shown()
            + " was given to "
            + (people == 1 ? "one person" : people + " people")
            + " as “"
            + issue.terms().worthInWords()
            + "”, and stays that. Choose another code for other terms.");
  }
}
