package jeton.core.signup;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Collections;
import java.util.List;
import jeton.core.Refusals;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VisitorChecksTest {
  private static List<String> refusals(List<String> dotless) {
    VisitorChecks checks =
        new VisitorChecks(
            VisitorChecks.Human.ALWAYS, VisitorChecks.ThrowAway.REFUSE, true, dotless);
    return Refusals.of(problems -> checks.check("checks", problems));
  }

  @ParameterizedTest
  @CsvSource({
    "mail.example, true",
    "m.example, true",
    "a.b, true",
    "ab, false",
    "example, false",
    ".example, false",
    "mail example.org, false"
  })
  void aDomain_hasADotInIt(String domain, boolean is) {
    assertThat(refusals(List.of(domain)).isEmpty()).isEqualTo(is);
  }

  @Test
  void upToFiftyDomains_canIgnoreDots() {
    assertThat(refusals(Collections.nCopies(50, "mail.example"))).isEmpty();
    assertThat(refusals(Collections.nCopies(51, "mail.example")))
        .containsExactly("checks.dotless too_many");
  }
}
