package jeton.core.notice;

import static jeton.core.notice.NoticeKind.LEFT;
import static jeton.core.notice.NoticeKind.OPENED;
import static jeton.core.notice.NoticeKind.PRIZE;
import static jeton.core.notice.NoticeKind.SIGN_UP;
import static jeton.core.notice.NoticeKind.TROUBLE;
import static jeton.core.notice.NoticePace.AT_ONCE;
import static jeton.core.notice.NoticePace.DAILY;
import static jeton.core.notice.NoticePace.NOT;
import static jeton.core.notice.NoticePace.WEEKLY;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.notice.NoticeSettings.ChosenEmail;
import jeton.core.notice.NoticeSettings.ForOffer;
import jeton.core.problem.Problem;
import org.junit.jupiter.api.Test;

class NoticeSettingsTest {
  private static final ForOffer WHEEL = new ForOffer(5, Map.of(PRIZE, AT_ONCE, SIGN_UP, NOT));

  private static NoticeSettings settings(
      Map<NoticeKind, NoticePace> usual, List<ForOffer> offers, List<ChosenEmail> emails) {
    return new NoticeSettings(usual, offers, emails, LocalTime.of(7, 30), DayOfWeek.FRIDAY, false);
  }

  @Test
  void aKindThatIsNotNamedIsNotTold() {
    NoticeSettings settings = settings(Map.of(LEFT, WEEKLY), List.of(), List.of());
    assertThat(settings.pace(LEFT, Optional.of(5L))).isEqualTo(WEEKLY);
    assertThat(settings.pace(SIGN_UP, Optional.empty())).isEqualTo(NOT);
  }

  @Test
  void anOffersOwnWordComesFirst_andOnlyForWhatItNames() {
    NoticeSettings settings =
        settings(Map.of(SIGN_UP, DAILY, LEFT, WEEKLY), List.of(WHEEL), List.of());
    assertThat(settings.pace(PRIZE, Optional.of(5L))).isEqualTo(AT_ONCE);
    assertThat(settings.pace(SIGN_UP, Optional.of(5L))).isEqualTo(NOT);
    assertThat(settings.pace(LEFT, Optional.of(5L))).isEqualTo(WEEKLY);
    assertThat(settings.pace(PRIZE, Optional.of(6L))).isEqualTo(NOT);
    assertThat(settings.pace(SIGN_UP, Optional.of(6L))).isEqualTo(DAILY);
  }

  @Test
  void whoIsToldOfOneOfferOnlySeesThatOffer() {
    NoticeSettings one = settings(Map.of(SIGN_UP, NOT), List.of(WHEEL), List.of());
    assertThat(one.seesAll()).isFalse();
    assertThat(one.ownOffers()).containsExactly(5L);
    assertThat(one.wants(AT_ONCE)).isTrue();
    assertThat(one.wants(DAILY)).isFalse();
    NoticeSettings silenced =
        settings(Map.of(SIGN_UP, DAILY), List.of(new ForOffer(5, Map.of(SIGN_UP, NOT))), List.of());
    assertThat(silenced.seesAll()).isTrue();
    assertThat(silenced.ownOffers()).isEmpty();
    assertThat(silenced.wants(DAILY)).isTrue();
  }

  @Test
  void anOwnerBeginsWithADigestAndTroubleAtOnce_aFurtherAddressWithNumbersOnceAWeek() {
    NoticeSettings owner = NoticeSettings.ofOwner();
    assertThat(owner.check().none()).isTrue();
    assertThat(owner.pace(SIGN_UP, Optional.of(1L))).isEqualTo(DAILY);
    assertThat(owner.pace(TROUBLE, Optional.empty())).isEqualTo(AT_ONCE);
    assertThat(owner.pace(OPENED, Optional.empty())).isEqualTo(NOT);
    assertThat(owner.people()).isTrue();
    NoticeSettings further = NoticeSettings.ofFurther();
    assertThat(further.check().none()).isTrue();
    assertThat(further.pace(SIGN_UP, Optional.of(1L))).isEqualTo(WEEKLY);
    assertThat(further.people()).isFalse();
  }

  @Test
  void whatCannotBeSavedIsSaidWithItsPlace() {
    assertThat(settings(Map.of(OPENED, DAILY), List.of(WHEEL, WHEEL), List.of()).check().list())
        .extracting(Problem::field, Problem::code)
        .containsExactly(
            org.assertj.core.api.Assertions.tuple("offers[1]", "twice"),
            org.assertj.core.api.Assertions.tuple("emails", "empty"));
    ChosenEmail email = new ChosenEmail(ChosenEmail.Of.EMAIL, 3);
    assertThat(settings(Map.of(OPENED, DAILY), List.of(), List.of(email)).check().none()).isTrue();
    assertThat(
            settings(
                    Map.of(),
                    java.util.stream.LongStream.range(0, 51)
                        .mapToObj(id -> new ForOffer(id, Map.of()))
                        .toList(),
                    java.util.Collections.nCopies(51, email))
                .check()
                .list())
        .extracting(Problem::field, Problem::code)
        .containsExactly(
            org.assertj.core.api.Assertions.tuple("offers", "too_many"),
            org.assertj.core.api.Assertions.tuple("emails", "too_many"));
  }

  @Test
  void countsReadAsWords() {
    assertThat(SIGN_UP.count(1)).isEqualTo("1 sign-up");
    assertThat(PRIZE.count(12)).isEqualTo("12 prizes won");
  }

  @Test
  void digests_areTheDailyAndTheWeekly() {
    assertThat(java.util.Arrays.stream(NoticePace.values()).filter(NoticePace::isDigest))
        .containsExactly(NoticePace.DAILY, NoticePace.WEEKLY);
  }

  @Test
  void fiftyOffersAndEmails_areNotTooMany() {
    List<ForOffer> offers =
        java.util.stream.LongStream.rangeClosed(1, 50)
            .mapToObj(id -> new ForOffer(id, Map.of(SIGN_UP, DAILY)))
            .toList();
    assertThat(settings(Map.of(), offers, List.of()).check().list()).isEmpty();
  }
}
