package jeton.core.signup;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Stream;
import jeton.core.Vectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Rule S1 against its vectors. */
class EmailAddressTest {

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("addresses");
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("cases")
  void agreesWithVector(Vectors.Case vector) {
    JsonNode out = vector.out();
    String expected =
        out.has("refused")
            ? "refused " + out.get("refused").asString()
            : out.get("send").asString() + " " + out.get("compareKey").asString();
    assertThat(read(vector.in().get("typed").asString())).isEqualTo(expected);
  }

  private static String read(String typed) {
    try {
      EmailAddress address = EmailAddress.parse(typed);
      return address.send() + " " + address.compareKey();
    } catch (EmailAddress.Refused refused) {
      return "refused " + refused.fault().code();
    }
  }

  @Test
  void eachFault_hasWordsOfItsOwn() {
    assertThat(EmailAddress.Fault.values())
        .extracting(EmailAddress.Fault::message)
        .doesNotHaveDuplicates()
        .noneMatch(String::isBlank);
  }
}
