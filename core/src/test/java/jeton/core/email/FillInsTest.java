package jeton.core.email;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What fill-ins say where nothing is known, and what advice counts. */
class FillInsTest {

  @Test
  void whatIsKnownOfEverybody_isTakenForSaid() {
    FillIn known = new FillIn("code", "Code", true, false, "");
    FillIn maybe = new FillIn("prize", "Prize", true, true, "");
    assertThat(FillIns.allSaid(Map.of("first_name", "there"), List.of(known, maybe)))
        .isEqualTo(Map.of("first_name", "there", "code", "Code"));
  }

  @Test
  void wordsOfTheirOwn_areKept_theUsualOnesAdded() {
    Map<String, String> words = FillIns.withUsualWords(Map.of("first_name", "you"));
    assertThat(words).containsEntry("first_name", "you");
    assertThat(FillIns.usualWords("no_such_thing")).isEmpty();
  }

  @Test
  void aLink_landsAsItIs() {
    assertThat(FillIns.whenWriting("outcome_link").key()).isEqualTo("outcome_link");
    assertThat(FillIns.whenWriting("paper").mayBeUnknown()).isTrue();
  }

  @ParameterizedTest
  @CsvSource({"ABCDEf, false", "ABCDEFf, true", "ABCDEFabcdef, false", "ABCDEFGabcdef, true"})
  void sixCapitals_areShouting_ifTheyAreMoreThanTheRest(String subject, boolean shouting) {
    assertThat(EmailAdvice.isShouting(subject)).isEqualTo(shouting);
  }

  private static List<String> advice(String preview, int links, int bytes) {
    String html = "<a href=\"https://a.example\">x</a>".repeat(links);
    return EmailAdvice.of(
            new EmailContent(
                "s",
                preview,
                EmailContent.Style.FRAMED,
                List.of(EmailBlock.text("<p>" + html + "</p>")),
                "",
                List.of()),
            Map.of(),
            bytes)
        .stream()
        .map(EmailAdvice.Advice::code)
        .toList();
  }

  @Test
  void lengthsLinksAndSize_haveTheirLimits() {
    assertThat(advice("p".repeat(110), 0, 0)).isEmpty();
    assertThat(advice("p".repeat(111), 0, 0)).containsExactly("long_preview");
    assertThat(advice("S", 0, 0)).containsExactly("repeated_preview");
    int most = most(links -> advice("p", links, 0).isEmpty(), 100);
    assertThat(most).isBetween(3, 20);
    assertThat(advice("p", most + 1, 0)).containsExactly("many_links");
  }

  private static int most(java.util.function.IntPredicate isFine, int limit) {
    int n = 0;
    while (n < limit && isFine.test(n + 1)) {
      n++;
    }
    return n;
  }
}
