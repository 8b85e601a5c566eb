package jeton.core.hook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import jeton.core.outside.RetryPause;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What is told, when it is tried again, and how it is signed (H1). */
class HookTest {
  @Test
  void whatIsNotTaken_isTriedAgain_furtherAndFurtherApart() {
    assertThat(IntStream.rangeClosed(1, 8).mapToObj(RetryPause::after))
        .containsExactly(
            Duration.ofSeconds(5),
            Duration.ofMinutes(1),
            Duration.ofMinutes(5),
            Duration.ofMinutes(30),
            Duration.ofHours(2),
            Duration.ofHours(6),
            Duration.ofHours(24),
            Duration.ofHours(24));
    assertThatThrownBy(() -> RetryPause.after(0)).isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void afterFiveDaysWithoutSuccess_itIsGivenUp() {
    Instant since = Instant.parse("2026-11-20T10:00:00Z");
    assertThat(HookRetry.isGivenUp(since, Instant.parse("2026-11-25T09:59:59Z"))).isFalse();
    assertThat(HookRetry.isGivenUp(since, Instant.parse("2026-11-25T10:00:00Z"))).isTrue();
  }

  /** The example of the standard's own text. */
  @Test
  void aMessageIsSigned_asTheStandardsExample() {
    assertThat(
            HookSignature.headers(
                "whsec_MfKQ9r8GKYqrTwjUPD8ILPZIo2LaLaSw",
                "msg_p5jXN8AQM9LWM0D4loKWxJek",
                Instant.ofEpochSecond(1614265330),
                "{\"test\": 2432232314}"))
        .containsEntry("webhook-id", "msg_p5jXN8AQM9LWM0D4loKWxJek")
        .containsEntry("webhook-timestamp", "1614265330")
        .containsEntry("webhook-signature", "v1,g0hM9SsE+OTPJTGt/tmIKtSyZlE3uFJELVlNIOLJ1OE=");
  }

  @ParameterizedTest
  @CsvSource({
    "https://shop.example/told, false, ''",
    "http://shop.example/told, false, Only addresses that begin with https:// can be used.",
    "http://127.0.0.1:9000/told, true, ''",
    "shop.example, true, 'Write the whole address, like https://shop.example/told.'",
    "ftp://shop.example, true, 'Write the whole address, like https://shop.example/told.'",
    "https://me@shop.example/, true, 'Take out the user name: it would be kept where others can read it.'",
    "https://shop example, true, 'Write the whole address, like https://shop.example/told.'"
  })
  void anAddressIsChecked(String url, boolean plainAllowed, String words) {
    Problems problems = new Problems();
    new HookSettings("Shop", url, Set.of(HookKind.SIGNED_UP), Set.of())
        .check(plainAllowed, problems);
    assertThat(problems.list().stream().map(Problem::message))
        .isEqualTo(words.isEmpty() ? java.util.List.of() : java.util.List.of(words));
  }

  @Test
  void nothingToTell_andNoName_areTold() {
    Problems problems = new Problems();
    new HookSettings(" ", "https://shop.example", Set.of(), Set.of()).check(false, problems);
    assertThat(problems.list().stream().map(Problem::field)).containsExactly("name", "kinds");
  }

  @Test
  void someOffersOnly_isOfWhatComesFromOffers() {
    HookSettings hook =
        new HookSettings(
            "Shop", "https://shop.example", Set.of(HookKind.SIGNED_UP, HookKind.LEFT), Set.of(7L));
    assertThat(hook.tells(HookKind.SIGNED_UP, Optional.of(7L))).isTrue();
    assertThat(hook.tells(HookKind.SIGNED_UP, Optional.of(8L))).isFalse();
    assertThat(hook.tells(HookKind.LEFT, Optional.empty())).isTrue();
    assertThat(hook.tells(HookKind.CONFIRMED, Optional.of(7L))).isFalse();
  }
}
