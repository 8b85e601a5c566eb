package jeton.server.incentive;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import jeton.core.incentive.Incentive;
import jeton.core.offer.OfferKind;
import jeton.harness.TestServer;
import jeton.server.database.Documents;
import jeton.server.email.EmailJson;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.json.JsonMapper;

/** What an offer gives is written down with its kind, and read again as it was. */
class IncentiveJsonTest {
  private final Documents documents = new Documents(List.of(new IncentiveJson(), new EmailJson()));
  private final JsonMapper overHttp = TestServer.get().bean(JsonMapper.class);

  static List<Incentive> blanks() {
    return Arrays.stream(OfferKind.values()).map(OfferKind::blank).toList();
  }

  @ParameterizedTest
  @MethodSource("blanks")
  void eachKind_isReadAsItWasWritten(Incentive blank) {
    String written = documents.write(blank);
    assertThat(written).contains("\"kind\"");
    assertThat(documents.read(written, Incentive.class)).isEqualTo(blank);
    assertThat(overHttp.readValue(overHttp.writeValueAsString(blank), Incentive.class))
        .isEqualTo(blank);
    assertThat(documents.part("{\"X\":" + written + "}", "X", Incentive.class)).isEqualTo(blank);
    assertThat(documents.part("{}", "X", Incentive.class)).isNull();
  }
}
