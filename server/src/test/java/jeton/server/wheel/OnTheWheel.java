package jeton.server.wheel;

import java.time.LocalDate;
import java.time.LocalTime;
import jeton.core.wheel.SpinRules;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import tools.jackson.databind.JsonNode;

/** Wheels to turn, and what came of it. */
abstract class OnTheWheel {
  static final SpinRules ONCE_A_WEEK =
      new SpinRules(1, 7, LocalDate.of(2026, 1, 5), LocalTime.of(6, 0), 0);

  final TestServer server = TestServer.get();

  String emails(String email) {
    StringBuilder all = new StringBuilder();
    server
        .mailbox
        .to(email)
        .forEach(
            one -> all.append(SampleOffer.part(server.mailbox.message(one.id()).orElseThrow(), 0)));
    return all.toString();
  }

  JsonNode person(String email) {
    JsonNode found = server.owner().get("/api/people?words=" + email).json();
    return server
        .owner()
        .get("/api/people/" + found.get("people").get(0).get("id").asLong())
        .json();
  }
}
