package jeton.server.business;

import static org.assertj.core.api.Assertions.assertThat;

import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** The lists that the interface takes from the server. */
class ChoicesTest {
  private final TestServer server = TestServer.get();
  private final JsonNode choices = server.owner().get("/api/business").json().get("choices");

  @Test
  void eachDrawingOffered_isThereToBeSeen_andShowsSomething() {
    assertThat(choices.get("drawings")).hasSizeGreaterThan(10);
    for (JsonNode drawing : choices.get("drawings")) {
      String path = "/drawings/" + drawing.get("name").asString() + ".svg";
      assertThat(server.owner().get(path).status()).as(path).isEqualTo(200);
      assertThat(drawing.get("shows").asString()).isNotBlank();
    }
  }

  @Test
  void theFieldsEveryBusinessHas_beginWithTheAddress() {
    assertThat(choices.get("fields"))
        .extracting(field -> field.get("key").asString())
        .containsExactly("email", "first_name");
  }

  @Test
  void theBounds_areThoseThatHold() {
    assertThat(choices.get("mostColours").asInt()).isEqualTo(8);
    assertThat(choices.get("mostFileOctets").asLong()).isEqualTo(200L << 20);
    assertThat(choices.get("zones")).hasSizeGreaterThan(300);
  }
}
