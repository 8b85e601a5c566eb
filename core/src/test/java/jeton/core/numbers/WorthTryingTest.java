package jeton.core.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class WorthTryingTest {
  private static WorthTrying.FormFact form(
      long id, String name, int asks, long signUps, long views) {
    return new WorthTrying.FormFact(id, 7, name, asks, new Rate(signUps, views));
  }

  private static WorthTrying.OfferFact offer(
      long id, String name, long confirmed, long signedUp, long used, long handedOver) {
    return new WorthTrying.OfferFact(
        id, name, new Rate(confirmed, signedUp), new Rate(used, handedOver));
  }

  private static List<String> words(
      List<WorthTrying.FormFact> forms, List<WorthTrying.OfferFact> offers) {
    return new WorthTrying(forms, offers).ideas().stream().map(Idea::words).toList();
  }

  @Test
  void aFormThatAsksMore_andGetsLess_isTold() {
    WorthTrying.FormFact page = form(1, "Hosted page", 2, 150, 1000);
    assertThat(words(List.of(page, form(2, "Foot", 4, 80, 1000)), List.of()))
        .containsExactly(
            "“Foot” asks for four things; 8 in 100 fill it in, where less is asked for 15.");
    assertThat(words(List.of(page, form(2, "Foot", 4, 140, 1000)), List.of()))
        .as("the intervals touch")
        .isEmpty();
    assertThat(words(List.of(page, form(2, "Foot", 2, 80, 1000)), List.of()))
        .as("it asks for no more")
        .isEmpty();
    assertThat(words(List.of(page, form(2, "Foot", 4, 0, 99)), List.of()))
        .as("too few met it")
        .isEmpty();
    assertThat(words(List.of(page, form(2, "Foot", 7, 0, 100)), List.of()).get(0))
        .contains("7 things");
  }

  @Test
  void anOfferThatFewerConfirm_orUse_isTold_theLargestGainFirst() {
    List<WorthTrying.OfferFact> offers =
        List.of(
            offer(1, "Plan", 180, 200, 90, 100),
            offer(2, "Coupon", 120, 200, 90, 100),
            offer(3, "Wheel", 185, 200, 40, 150));
    assertThat(words(List.of(), offers))
        .containsExactly(
            "110 people have not looked at what they got with “Wheel”: 27 in 100 do; elsewhere 90.",
            "Of those who sign up for “Coupon”, 60 in 100 confirm; elsewhere 91 do.");
    assertThat(new WorthTrying(List.of(), offers).ideas())
        .extracting(Idea::key)
        .containsExactly("use-3", "confirm-2");
  }

  @Test
  void underAHundred_itIsTooEarlyToSay() {
    assertThat(new WorthTrying(List.of(form(1, "a", 1, 0, 99)), List.of()).isTooEarly()).isTrue();
    assertThat(new WorthTrying(List.of(form(1, "a", 1, 0, 100)), List.of()).isTooEarly()).isFalse();
    assertThat(new WorthTrying(List.of(), List.of(offer(1, "Plan", 100, 100, 0, 0))).isTooEarly())
        .isFalse();
    assertThat(new WorthTrying(List.of(), List.of()).isTooEarly()).isTrue();
  }
}
