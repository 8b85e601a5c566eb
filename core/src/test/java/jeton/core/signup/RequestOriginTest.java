package jeton.core.signup;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rule S10: addresses are shortened before they are kept. */
class RequestOriginTest {

  @ParameterizedTest
  @CsvSource({
    "192.0.2.77, 192.0.2.0/24",
    "2001:db8:1:2:3:4:5:6, 2001:db8:1:0:0:0:0:0/48",
    "::ffff:192.0.2.77, 192.0.2.0/24",
    "localhost, unknown",
    "evil.example, unknown",
  })
  void shortens(String ip, String network) {
    assertThat(RequestOrigin.network(ip)).isEqualTo(network);
  }
}
