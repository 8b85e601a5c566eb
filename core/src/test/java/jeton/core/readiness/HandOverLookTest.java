package jeton.core.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jeton.core.people.TagChange;
import org.junit.jupiter.api.Test;

/** How it is confirmed and handed over. */
class HandOverLookTest extends AnOffer {
  @Test
  void handingOverOnTheSpot_isWorthALook() {
    onTheSpot = true;
    assertThat(codes()).containsExactly("on_the_spot");
  }

  @Test
  void nothingHandingOver_isFound() {
    opens = false;
    byEmail = false;
    assertThat(codes()).containsExactly("nothing_hands_over");
    opens = true;
    assertThat(codes()).containsExactly("page_only");
  }

  @Test
  void drafts_doNotCountAsHandingOver() {
    step(false, 0, HANDING_OVER);
    assertThat(codes()).containsExactly("draft_at_the_end");
  }

  @Test
  void aConfirmationWithoutItsButton_isGrave_andCanBeCured() {
    confirmEmail = PLAIN;
    assertThat(codes()).containsExactly("no_confirm_button");
    assertThat(Readiness.mayGoLive(findings())).isFalse();
    assertThat(findings().get(0).cure().orElseThrow().words()).isEqualTo("Put the button in");
  }

  @Test
  void aDeliveryEmailWithoutThePass_isFound() {
    delivery = PLAIN;
    assertThat(codes()).containsExactly("page_only", "delivery_without_pass");
  }

  @Test
  void twoThatHandOverWithinAnHour_areFound_andLaterOnesAreNot() {
    step(true, 60, HANDING_OVER);
    assertThat(codes()).containsExactly("two_hand_over");
    steps.clear();
    step(true, 61, HANDING_OVER);
    assertThat(codes()).isEmpty();
  }

  @Test
  void aFollowUpThatOnlyTalks_handsNothingOver() {
    opens = false;
    byEmail = false;
    step(true, 60, PLAIN);
    step(false, 60, HANDING_OVER);
    assertThat(codes()).contains("nothing_hands_over");
    step(true, 60, HANDING_OVER);
    assertThat(codes()).doesNotContain("nothing_hands_over");
  }

  @Test
  void twoStepsThatHandOver_haveNoCureByTheDeliveryEmail() {
    byEmail = false;
    step(true, 10, HANDING_OVER);
    step(true, 10, HANDING_OVER);
    assertThat(findings())
        .filteredOn(f -> f.code().equals("two_hand_over"))
        .singleElement()
        .satisfies(f -> assertThat(f.cure()).isEmpty());
  }

  @Test
  void aTagOnTheWay_thatIsThere_isFine() {
    tagChanges = List.of(new TagChange(TagChange.When.SIGN_UP, "reader", true));
    assertThat(codes()).doesNotContain("tag_gone");
  }
}
