package jeton.core.numbers;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WorthTryingTest {
  private static WorthTrying.FormFact form(
      long id, String name, int asks, long signUps, long views) {
    return new WorthTrying.FormFact(
        id, 7, name, asks, OptionalInt.empty(), new Rate(signUps, views));
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

  private static WorthTrying.FormFact popUp(long id, int waits, long signUps, long views) {
    return new WorthTrying.FormFact(
        id, 7, "Pop-up " + id, 2, OptionalInt.of(waits), new Rate(signUps, views));
  }

  @Test
  void aPopUpThatComesEarlierThanOthers_andGetsLess_isTold() {
    WorthTrying.FormFact page = form(9, "Hosted page", 2, 500, 1000);
    WorthTrying.FormFact onLeaving = popUp(1, WorthTrying.FormFact.FOR_ITS_VISITOR, 80, 1000);
    assertThat(words(List.of(page, popUp(2, 0, 20, 1000), onLeaving), List.of()))
        .as("never beside a form that does not come by itself")
        .containsExactly("“Pop-up 2” comes at once; 2 in 100 fill it in, where it comes later 8.");
    assertThat(words(List.of(page, popUp(2, 20, 70, 1000), onLeaving), List.of()))
        .as("the intervals touch")
        .isEmpty();
    assertThat(words(List.of(page, popUp(2, 3, 20, 1000), popUp(3, 3, 80, 1000)), List.of()))
        .as("the other comes no later")
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource({
    "8, 100, 9, 99, false, TOO_EARLY",
    "80, 1000, 200, 1000, false, HELPED",
    "80, 1000, 200, 1000, true, WORSE",
    "200, 1000, 80, 1000, false, WORSE",
    "200, 1000, 80, 1000, true, HELPED",
    "80, 1000, 90, 1000, false, NO_DIFFERENCE"
  })
  void whetherAChangeHelped_isSaidOnceTheCountsCarryIt(
      long was, long of, long is, long since, boolean ofLoss, Change.Verdict verdict) {
    assertThat(new Change(new Rate(was, of), new Rate(is, since), ofLoss).verdict())
        .isEqualTo(verdict);
  }

  @Test
  void everyIdeasRate_isFoundByItsKey() {
    WorthTrying worth =
        new WorthTrying(
            List.of(form(1, "Page", 2, 150, 1000), form(2, "Foot", 4, 80, 1000)),
            List.of(offer(3, "Plan", 180, 200, 90, 100), offer(4, "Coupon", 120, 200, 90, 100)),
            List.of(),
            List.of(),
            List.of(new WorthTrying.QuestionFact(5, "Quiz", 2, new Rate(5, 50))),
            List.of(new WorthTrying.CodeFact(6, "Codes", new Rate(10, 200))));
    assertThat(worth.ideas()).isNotEmpty();
    assertThat(worth.ideas()).allSatisfy(idea -> assertThat(worth.rate(idea.key())).isPresent());
    assertThat(worth.rate("form-2")).contains(new Rate(80, 1000));
    assertThat(worth.rate("question-502")).contains(new Rate(5, 50));
    assertThat(worth.rate("form-99")).isEmpty();
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

  private static WorthTrying.EmailFact email(
      long stepId, long sequenceId, long opened, long clicked, long gone) {
    return new WorthTrying.EmailFact(
        stepId,
        sequenceId,
        "Email " + stepId,
        new Rate(opened, 200),
        new Rate(clicked, 200),
        new Rate(gone, 200));
  }

  private static List<Idea> ofEmails(WorthTrying.EmailFact... emails) {
    return new WorthTrying(List.of(), List.of(), List.of(emails), List.of(), List.of(), List.of())
        .ideas();
  }

  @Test
  void anEmailThatLiesUnderItsSequences_isTold_byWhatIsWrongWithIt() {
    List<Idea> ideas =
        ofEmails(email(1, 5, 100, 40, 2), email(2, 5, 60, 40, 2), email(3, 5, 104, 8, 22));
    assertThat(ideas)
        .extracting(Idea::kind)
        .containsExactly(Idea.Kind.FEW_OPEN, Idea.Kind.FEW_CLICK, Idea.Kind.MANY_LEAVE);
    assertThat(ideas)
        .extracting(Idea::words)
        .containsExactly(
            "“Email 2”: 30 in 100 open it; the others of its sequence 51.",
            "“Email 3”: 4 in 100 click in it; in the others of its sequence 20.",
            "“Email 3”: 11 in 100 leave by it; by the others of its sequence 1.");
    assertThat(ideas).extracting(Idea::placeId).containsOnly(5L);
    assertThat(ideas).extracting(Idea::itemId).containsExactly(2L, 3L, 3L);
    assertThat(ofEmails(email(1, 5, 100, 0, 0), email(2, 6, 20, 0, 0)))
        .as("another sequence's is no measure")
        .isEmpty();
  }

  @Test
  void aWeekdayAQuestionAndACode_areTold() {
    WorthTrying worth =
        new WorthTrying(
            List.of(),
            List.of(),
            List.of(),
            List.of(
                new WorthTrying.DayFact(java.time.DayOfWeek.MONDAY, new Rate(96, 200)),
                new WorthTrying.DayFact(java.time.DayOfWeek.FRIDAY, new Rate(62, 200))),
            List.of(
                new WorthTrying.QuestionFact(4, "Which binding?", 1, new Rate(5, 300)),
                new WorthTrying.QuestionFact(4, "Which binding?", 3, new Rate(60, 290)),
                new WorthTrying.QuestionFact(9, "Another", 1, new Rate(0, 400))),
            List.of(
                new WorthTrying.CodeFact(2, "12 % off", new Rate(24, 120)),
                new WorthTrying.CodeFact(3, "5 off", new Rate(58, 120))));
    assertThat(worth.ideas())
        .extracting(Idea::words)
        .containsExactlyInAnyOrder(
            "What leaves on a Friday is opened by 31 in 100, on other days by 48.",
            "At question 3 of “Which binding?”, 21 in 100 stop; at the others 2.",
            "Of those who copied their code of “12 % off”, 20 in 100 have bought with it.");
    assertThat(worth.ideas()).extracting(Idea::key).contains("day-5", "question-403", "code-2");
    assertThat(worth.isTooEarly()).isFalse();
  }

  @Test
  void sharesThatRoundAlike_areToldMoreFinely() {
    assertThat(new Compared(new Rate(120, 10_000), new Rate(14, 1_000)).words("%s and %s"))
        .isEqualTo("1.2 and 1.4");
  }
}
