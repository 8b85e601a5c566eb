package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Addresses of databases that somebody named. */
class DatabaseUrlTest {

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "jdbc:mariadb://db.example/jeton|db.example|3306|jeton",
        "jdbc:mariadb://127.0.0.1:4406/letters?connectTimeout=2000|127.0.0.1|4406|letters",
        "jdbc:mariadb:sequential://node1:4501,node2:4502,node3/jeton?x=y|node1|4501|jeton",
        "jdbc:mariadb:loadbalance://node1,node2:1/jeton|node1|3306|jeton",
      })
  void theFirstHostIsTheOneThatToolsAsk(String url, String host, int port, String schema) {
    assertThat(DatabaseUrl.of(url)).isEqualTo(new DatabaseUrl(host, port, schema));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "mariadb://db/jeton", "jdbc:mariadb://db", "jdbc:mysql://db/jeton"})
  void whatIsNone_isSaid(String url) {
    assertThatThrownBy(() -> DatabaseUrl.of(url)).hasMessageContaining("JETON_DB_URL is not like");
  }

  @Test
  void oneThingIsAskedAfterTheOther_unlessTheAddressSaysOtherwise() {
    assertThat(DatabaseUrl.unpipelined("jdbc:mariadb://db/jeton"))
        .isEqualTo("jdbc:mariadb://db/jeton?disablePipeline=true");
    assertThat(DatabaseUrl.unpipelined("jdbc:mariadb://db/jeton?a=b"))
        .isEqualTo("jdbc:mariadb://db/jeton?a=b&disablePipeline=true");
    String otherwise = "jdbc:mariadb://db/jeton?disablePipeline=false";
    assertThat(DatabaseUrl.unpipelined(otherwise)).isEqualTo(otherwise);
  }
}
