package jeton.server.coupon;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import jeton.core.coupon.PoolPace;
import jeton.core.coupon.Terms;
import jeton.core.incentive.Coupon;
import jeton.core.incentive.Lack;
import jeton.server.offer.Offer;
import org.springframework.stereotype.Component;

/** How long a pool of codes lasts (C5). */
@Component
class CodePool {
  private final CodeStore codes;
  private final GrantStore grants;
  private final Codes handing;
  private final Clock clock;

  CodePool(CodeStore codes, GrantStore grants, Codes handing, Clock clock) {
    this.codes = codes;
    this.grants = grants;
    this.handing = handing;
    this.clock = clock;
  }

  /** Whether nobody can be given a code: there is no free one, and none for all. */
  boolean isDry(Offer offer) {
    Coupon coupon = Codes.of(offer);
    return coupon.source() == Coupon.Source.POOL
        && coupon.fallback().isEmpty()
        && !handing.hasFree(offer);
  }

  /** How fast codes go. */
  PoolPace pace(Offer offer) {
    Instant now = clock.instant();
    LocalDate today = LocalDate.ofInstant(now, handing.zone());
    Instant since = today.minusDays(PoolPace.DAYS - 1L).atStartOfDay(handing.zone()).toInstant();
    return new PoolPace(codes.countFree(offer.id()), grants.givenSince(offer.id(), since), today);
  }

  List<Lack> missing(Offer offer) {
    Coupon coupon = Codes.of(offer);
    if (coupon.source() != Coupon.Source.POOL) {
      return List.of();
    }
    PoolPace pace = pace(offer);
    if (pace.free() == 0) {
      return List.of(
          coupon.fallback().isEmpty()
              ? Lack.grave("no_codes", "There is no code left to give. Bring in more.", "codes")
              : Lack.worthALook(
                  "pool_dry",
                  "The pool is empty: everybody gets " + coupon.fallback() + " now.",
                  "codes"));
    }
    Optional<LocalDate> last = pace.runsOut();
    return last.filter(
            day ->
                Duration.between(pace.today().atStartOfDay(), day.atStartOfDay())
                        .compareTo(Duration.ofDays(PoolPace.DAYS))
                    <= 0)
        .map(
            day ->
                List.of(
                    Lack.worthALook(
                        "pool_runs_out",
                        "At the present pace the last code is given on "
                            + Terms.inWords(day, pace.today())
                            + ". "
                            + pace.free()
                            + " are left.",
                        "codes")))
        .orElse(List.of());
  }
}
