package jeton.server.display;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.UUID;
import jeton.core.display.DisplayRules;
import jeton.core.display.Shape;
import jeton.core.signup.VisitorChecks;
import jeton.harness.Http;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import org.altcha.altcha.Altcha;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Robots told from people (S5, S6). */
class RobotsTest extends OnASite {
  @Test
  void aFilledHoneypot_isAnsweredAsEver_andKeepsNothing() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    String email = newAddress();
    Http.Answer robot = send(form, Map.of("email", email, "website", "https://spam.example"));
    Http.Answer person = send(form, Map.of("email", newAddress()));
    assertThat(robot.body()).isEqualTo(person.body());
    assertThat(server.owner().get("/api/people?words=" + email).json().get("total").asLong())
        .isZero();
  }

  @Test
  void fasterThanAnybodyTypes_isAskedToPressAgain_withEverythingStillThere() {
    String page = browser.get("/o/" + offer.slug).body();
    String stamp = page.replaceAll("(?s).*name=\"stamp\" value=\"([^\"]+)\".*", "$1");
    Form hosted = server.bean(Forms.class).hosted(offer.id);
    Map<String, Object> fields = Map.of("email", newAddress(), "consent", true, "stamp", stamp);
    assertThat(sendFrom("198.51.100.7", hosted, fields).problem()).isEqualTo("too_fast");
    server.forward(java.time.Duration.ofSeconds(2));
    assertThat(sendFrom("198.51.100.7", hosted, fields).status()).isEqualTo(200);
  }

  @Test
  void tenThousandFromOneBlock_areHeldBack_othersAreNot() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    checks(new VisitorChecks(VisitorChecks.Human.NEVER, VisitorChecks.ThrowAway.LET_IN, false));
    int taken = 0;
    for (int i = 0; i < 200; i++) {
      // One /24, many addresses in it.
      Http.Answer answer =
          sendFrom("203.0.113." + (i % 250 + 1), form, Map.of("email", newAddress()));
      taken += answer.status() == 200 ? 1 : 0;
    }
    assertThat(taken).isEqualTo(30);
    assertThat(sendFrom("198.51.101.1", form, Map.of("email", newAddress())).status())
        .isEqualTo(200);
    server.forward(java.time.Duration.ofMinutes(2));
    assertThat(sendFrom("203.0.113.9", form, Map.of("email", newAddress())).status())
        .isEqualTo(200);
  }

  @Test
  void proofOfWork_isAskedFor_takenOnce_andNotForged() throws Exception {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    checks(new VisitorChecks(VisitorChecks.Human.ALWAYS, VisitorChecks.ThrowAway.MARK, false));
    Http.Answer asked = send(form, Map.of("email", newAddress()));
    assertThat(asked.problem()).isEqualTo("check_needed");
    JsonNode task = asked.json().get("challenge");
    long number =
        Altcha.solveChallenge(
                task.get("challenge").asString(),
                task.get("salt").asString(),
                Altcha.Algorithm.SHA256,
                task.get("maxnumber").asLong(),
                0)
            .number;
    String solved = solution(task, number, task.get("signature").asString());
    String forged = solution(task, number, "0".repeat(64));
    assertThat(send(form, Map.of("email", newAddress(), "altcha", forged)).problem())
        .isEqualTo("check_needed");
    assertThat(send(form, Map.of("email", newAddress(), "altcha", "%%%")).problem())
        .isEqualTo("check_needed");
    assertThat(send(form, Map.of("email", newAddress(), "altcha", solved)).status()).isEqualTo(200);
    assertThat(send(form, Map.of("email", newAddress(), "altcha", solved)).problem())
        .as("used up")
        .isEqualTo("check_needed");
    Http.Answer page =
        browser.form("/p/forms/" + form.key() + "/signups", Map.of("email", "a@b.example"));
    assertThat(page.body()).contains("data-check").contains("a@b.example");
  }

  @Test
  void throwAwayAddresses_areMarkedOrRefused_asTheOwnerSays() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    String email = "x" + UUID.randomUUID().toString().substring(0, 8) + "@inbox.mailinator.com";
    assertThat(send(form, Map.of("email", email)).status()).isEqualTo(200);
    Http owner = server.owner();
    long id = owner.get("/api/people?words=" + email).json().at("/people/0/id").asLong();
    assertThat(owner.get("/api/people/" + id).json().at("/dossier/signUps/0/doubt").asString())
        .isEqualTo("throw_away");
    checks(new VisitorChecks(VisitorChecks.Human.NEVER, VisitorChecks.ThrowAway.REFUSE, false));
    assertThat(send(form, Map.of("email", "y" + email)).problem()).isEqualTo("throw_away");
  }
}
