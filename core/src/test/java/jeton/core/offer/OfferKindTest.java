package jeton.core.offer;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import jeton.core.email.FillIn;
import jeton.core.handover.PassLimits;
import jeton.core.incentive.Download;
import jeton.core.incentive.Incentive;
import org.junit.jupiter.api.Test;

/** What a new offer of each kind begins with (G1). */
class OfferKindTest {
  @Test
  void eachKind_beginsWithSettingsOfItsOwn() {
    for (OfferKind kind : OfferKind.values()) {
      assertThat(kind.blank()).as(kind.name()).isNotNull();
      assertThat(OfferKind.fillIns()).containsAll(kind.blank().fillIns());
    }
    assertThat(OfferKind.fillIns()).extracting(FillIn::key).contains("code", "coupon_ends");
  }

  @Test
  void whatHasNoWishesOfItsOwn_beginsAsFilesDo() {
    Incentive files = new Download();
    assertThat(files.firstLimits()).isEqualTo(new PassLimits(Optional.of(30), Optional.of(10)));
    assertThat(files.mostFiles()).isEqualTo(20);
    assertThat(files.straight()).isFalse();
    assertThat(files.firstAsk().button()).isEqualTo("Send it to me");
    assertThat(files.firstDelivery().handsOver()).isTrue();
  }
}
