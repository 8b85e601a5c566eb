package jeton.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.Map;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;

class AccountTest {
  private final TestServer server = TestServer.get();

  private Http.Answer signIn(String email, String password) {
    Http http = new Http(server.base);
    http.get("/api/session");
    return http.json("POST", "/api/session", Map.of("email", email, "password", password));
  }

  @Test
  void theSessionCookie_isOutOfReachOfScriptsAndOtherSites() {
    Http.Answer answer = signIn(TestServer.OWNER, TestServer.PASSWORD);
    assertThat(answer.status()).isEqualTo(200);
    assertThat(answer.headers().allValues("Set-Cookie"))
        .anySatisfy(
            cookie ->
                assertThat(cookie)
                    .startsWith("jeton=")
                    .contains("HttpOnly")
                    .contains("SameSite=Lax"));
  }

  @Test
  void signingOut_endsTheSession() {
    Http owner = server.owner();
    assertThat(owner.get("/api/today").status()).isEqualTo(200);
    assertThat(owner.delete("/api/session").status()).isEqualTo(204);
    assertThat(owner.get("/api/today").status()).isEqualTo(401);
  }

  @Test
  void guessing_isSlowedDown_perAddress_andAllowedAgainLater() {
    String email = SampleOffer.newAddress();
    server.bean(Owners.class).make(email, "a right password");
    for (int i = 0; i < 10; i++) {
      assertThat(signIn(email, "wrong " + i).status()).isEqualTo(422);
    }
    Http.Answer tooOften = signIn(email, "a right password");
    assertThat(tooOften.status()).isEqualTo(429);
    assertThat(tooOften.header("Retry-After")).isEqualTo("900");
    server.clock.forward(Duration.ofMinutes(15));
    assertThat(signIn(email, "a right password").status()).isEqualTo(200);
  }

  @Test
  void aStrangerAndAWrongPassword_areToldTheSame() {
    Http.Answer stranger = signIn("nobody@nowhere.example", "whatever it is");
    Http.Answer wrong = signIn(TestServer.OWNER, "whatever it is");
    assertThat(stranger.body()).isEqualTo(wrong.body());
    assertThat(signIn("ümlaut\u0000@x", "x").status()).isEqualTo(422);
  }

  @Test
  void theOneTimeLink_makesOneAccount() {
    String token = server.bean(Owners.class).invite();
    Http http = new Http(server.base);
    http.get("/api/session");
    String email = SampleOffer.newAddress();
    Map<String, String> wanted =
        Map.of("token", token, "email", email, "password", "long enough now");
    assertThat(
            http.json(
                    "POST",
                    "/api/session/welcome",
                    Map.of("token", token, "email", email, "password", "short"))
                .problem())
        .isEqualTo("too_short");
    assertThat(http.json("POST", "/api/session/welcome", wanted).status()).isEqualTo(204);
    assertThat(http.json("POST", "/api/session/welcome", wanted).problem()).isEqualTo("no_invite");
    assertThat(signIn(email, "long enough now").status()).isEqualTo(200);
  }
}
