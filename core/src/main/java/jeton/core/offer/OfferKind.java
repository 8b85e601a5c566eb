package jeton.core.offer;

import java.util.Arrays;
import java.util.List;
import jeton.core.email.FillIn;
import jeton.core.incentive.Coupon;
import jeton.core.incentive.Download;
import jeton.core.incentive.Incentive;
import jeton.core.incentive.PrivatePage;
import jeton.core.incentive.PrizeWheel;
import jeton.core.incentive.Quiz;

/** What an offer gives (G1): each kind with what its settings start from. */
public enum OfferKind {
  /** One or more files. */
  DOWNLOAD(new Download()),
  /** A coupon code. */
  COUPON(Coupon.BLANK),
  /** A page only pass holders see. */
  PRIVATE_PAGE(PrivatePage.BLANK),
  /** A quiz and its outcome. */
  QUIZ(Quiz.BLANK),
  /** A prize wheel. */
  WHEEL(PrizeWheel.BLANK);

  private final Incentive blank;

  OfferKind(Incentive blank) {
    this.blank = blank;
  }

  /** What emails may say of what people were given, over all kinds. */
  public static List<FillIn> fillIns() {
    return Arrays.stream(values())
        .map(OfferKind::blank)
        .flatMap(blank -> blank.fillIns().stream())
        .toList();
  }

  /** What a new offer of this kind starts from. */
  public Incentive blank() {
    return blank;
  }
}
