package jeton.server.account;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;

import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.StreamSupport;
import jeton.harness.Awaiting;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.database.Transactions;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder;
import org.springframework.session.jdbc.JdbcIndexedSessionRepository;
import tools.jackson.databind.JsonNode;

class AccountTest {
  private static final TestServer server = TestServer.get();

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

  /**
   * What clears old sessions away each minute can meet a request in a deadlock: one does it again.
   */
  @Test
  void sessionsAreKept_inTransactionsThatAreDoneAgain() {
    var sessions = server.bean(JdbcIndexedSessionRepository.class);
    assertThat(sessions).extracting("transactionOperations").isInstanceOf(Transactions.class);
  }

  @Test
  void signingOut_endsTheSession() {
    Http owner = server.owner();
    assertThat(owner.get("/api/today").status()).isEqualTo(200);
    assertThat(owner.delete("/api/session").status()).isEqualTo(204);
    assertThat(owner.get("/api/today").status()).isEqualTo(401);
  }

  private static Http.Answer signInFrom(String ip, String email, String password) {
    Http http = new Http(server.base);
    http.get("/api/session");
    return http.jsonFrom(ip, "/api/session", Map.of("email", email, "password", password));
  }

  private static String newOwner(String password) {
    String email = SampleOffer.newAddress();
    server.bean(Owners.class).make(email, password);
    return email;
  }

  @Test
  void guessing_isSlowedDown_andLocksNobodyOut() {
    String email = newOwner("a right password");
    for (int i = 0; i < 5; i++) {
      assertThat(signInFrom("198.51.100.7", email, "wrong " + i).status()).isEqualTo(422);
    }
    Http.Answer tooOften = signInFrom("198.51.100.7", email, "a right password");
    assertThat(tooOften.status()).isEqualTo(429);
    assertThat(Integer.parseInt(tooOften.header("Retry-After"))).isBetween(1, 3);
    // From elsewhere it is as ever, and here after a moment.
    assertThat(signInFrom("203.0.113.9", email, "a right password").status()).isEqualTo(200);
    server.clock.forward(Duration.ofSeconds(3));
    assertThat(signInFrom("198.51.100.7", email, "a right password").status()).isEqualTo(200);
  }

  @Test
  void guessesMadeAtOnce_doNotPassBeforeTheyCount() throws Exception {
    String email = newOwner("a right password");
    ExecutorService many = Executors.newFixedThreadPool(16);
    List<Future<Integer>> answers = new ArrayList<>();
    for (int i = 0; i < 40; i++) {
      int number = i;
      answers.add(many.submit(() -> signInFrom("198.51.101.7", email, "wrong " + number).status()));
    }
    int looked = 0;
    for (Future<Integer> answer : answers) {
      looked += answer.get() == 422 ? 1 : 0;
    }
    many.shutdown();
    assertThat(looked).isLessThanOrEqualTo(5);
  }

  @Test
  void guessingFromAllOverTheWorld_slowsDownWhoeverComesFromANewPlace_notTheOwner() {
    String email = newOwner("a right password");
    assertThat(signInFrom("192.0.2.5", email, "a right password").status()).isEqualTo(200);
    for (int i = 0; i < 24; i++) {
      signInFrom("10." + i + ".1.1", email, "wrong");
    }
    assertThat(signInFrom("10.99.1.1", email, "a right password").status()).isEqualTo(429);
    assertThat(signInFrom("192.0.2.77", email, "a right password").status()).isEqualTo(200);
  }

  @Test
  void aPasswordKeptInTheOldWay_goesOnWorking_andIsKeptInTheNewOne() {
    String email = newOwner("a right password");
    String old =
        new Pbkdf2PasswordEncoder(
                "",
                16,
                600_000,
                Pbkdf2PasswordEncoder.SecretKeyFactoryAlgorithm.PBKDF2WithHmacSHA256)
            .encode("a right password");
    JdbcClient db = server.bean(JdbcClient.class);
    db.sql("UPDATE owner SET password_hash = :old WHERE email_key = :email")
        .param("old", old)
        .param("email", email)
        .update();
    assertThat(signIn(email, "a wrong password").status()).isEqualTo(422);
    assertThat(signIn(email, "a right password").status()).isEqualTo(200);
    assertThat(
            db.sql("SELECT password_hash FROM owner WHERE email_key = :email")
                .param("email", email)
                .query(String.class)
                .single())
        .startsWith("{argon2id}$argon2id$");
    assertThat(signIn(email, "a right password").status()).isEqualTo(200);
  }

  /** As it looks when somebody changes the password between two steps of a sign-in. */
  @Test
  void aSignIn_neverBringsBackAPassword_thatWasChangedMeanwhile() {
    String email = newOwner("a right password");
    OwnerStore store = server.bean(OwnerStore.class);
    PasswordEncoder real = server.bean(PasswordEncoder.class);
    long id = store.find(email).orElseThrow().id();
    PasswordEncoder slow = mock(PasswordEncoder.class, delegatesTo(real));
    doAnswer(
            old -> {
              server.bean(Owners.class).set(id, "a newer password");
              return true;
            })
        .when(slow)
        .upgradeEncoding(anyString());
    assertThat(new Owners(store, slow, server.clock).check(email, "a right password")).contains(id);
    assertThat(signIn(email, "a right password").status()).isEqualTo(422);
    assertThat(signIn(email, "a newer password").status()).isEqualTo(200);
  }

  @Test
  void aForgottenPassword_isSetAnew_onceWithinHalfAnHour_andEndsAllSessions() {
    String email = newOwner("a right password");
    Http signedIn = new Http(server.base).signIn(email, "a right password");
    Http stranger = new Http(server.base);
    stranger.get("/api/session");
    assertThat(forgotten(stranger, "nobody@nowhere.example").status()).isEqualTo(204);
    assertThat(forgotten(stranger, email).status()).isEqualTo(204);
    assertThat(forgotten(stranger, email).status()).isEqualTo(204);
    String token = resetToken(email);
    // Asked for twice at once, it is sent once; and nothing to an address nobody has.
    assertThat(server.mailbox.to(email)).hasSize(1);
    assertThat(server.mailbox.to("nobody@nowhere.example")).isEmpty();
    assertThat(reset(stranger, token, "short").problem()).isEqualTo("too_short");
    assertThat(reset(stranger, token, "a whole new one").status()).isEqualTo(204);
    assertThat(reset(stranger, token, "another new one").problem()).isEqualTo("no_reset");
    assertThat(signedIn.get("/api/today").status()).isEqualTo(401);
    assertThat(signIn(email, "a right password").status()).isEqualTo(422);
    assertThat(signIn(email, "a whole new one").status()).isEqualTo(200);
    server.clock.forward(Duration.ofMinutes(3));
    assertThat(forgotten(stranger, email).status()).isEqualTo(204);
    String late = resetToken(email);
    server.clock.forward(Duration.ofMinutes(30));
    assertThat(reset(stranger, late, "too late for it").problem()).isEqualTo("no_reset");
  }

  private static Http.Answer forgotten(Http http, String email) {
    return http.json("POST", "/api/session/forgotten", Map.of("email", email));
  }

  private static Http.Answer reset(Http http, String token, String password) {
    return http.json("POST", "/api/session/reset", Map.of("token", token, "password", password));
  }

  private static String resetToken(String email) {
    int before = used.getOrDefault(email, 0);
    Awaiting.until(() -> server.mailbox.to(email).size() > before);
    used.put(email, server.mailbox.to(email).size());
    String plain =
        SampleOffer.part(
            server.mailbox.message(server.mailbox.to(email).get(0).id()).orElseThrow(), 0);
    Matcher link = Pattern.compile("/app/reset/([A-Za-z0-9_-]+)").matcher(plain);
    assertThat(link.find()).isTrue();
    return link.group(1);
  }

  private static final Map<String, Integer> used = new HashMap<>();

  @Test
  void aChangedPassword_endsTheOtherSessions_andOneCanBeEndedAlone() {
    String email = newOwner("a right password");
    Http here = new Http(server.base).signIn(email, "a right password");
    Http there = new Http(server.base).signIn(email, "a right password");
    Http elsewhere = new Http(server.base).signIn(email, "a right password");
    JsonNode sessions = here.get("/api/account").json().get("sessions");
    assertThat(sessions).hasSize(3);
    String another =
        StreamSupport.stream(sessions.spliterator(), false)
            .filter(session -> !session.get("current").asBoolean())
            .map(session -> session.get("key").asString())
            .findFirst()
            .orElseThrow();
    assertThat(here.delete("/api/account/sessions/" + another).json().get("sessions")).hasSize(2);
    assertThat(here.delete("/api/account/sessions/" + another).status()).isEqualTo(404);
    Map<String, String> wrong = Map.of("present", "not it", "wanted", "a newer password");
    assertThat(here.json("PUT", "/api/account/password", wrong).problem()).isEqualTo("wrong");
    Map<String, String> right = Map.of("present", "a right password", "wanted", "a newer password");
    assertThat(here.json("PUT", "/api/account/password", right).status()).isEqualTo(204);
    assertThat(here.get("/api/today").status()).isEqualTo(200);
    assertThat(there.get("/api/today").status()).isEqualTo(401);
    assertThat(elsewhere.get("/api/today").status()).isEqualTo(401);
    assertThat(here.get("/api/account").json().get("attempts"))
        .allSatisfy(line -> assertThat(line.get("succeeded").asBoolean()).isTrue());
  }

  @Test
  void aSessionsNumberOutOfTheDatabase_opensNothing() {
    String id =
        server
            .bean(JdbcClient.class)
            .sql("SELECT SESSION_ID FROM SPRING_SESSION WHERE PRINCIPAL_NAME IS NOT NULL LIMIT 1")
            .query(String.class)
            .optional()
            .orElseGet(
                () -> {
                  server.owner();
                  return server
                      .bean(JdbcClient.class)
                      .sql(
                          "SELECT SESSION_ID FROM SPRING_SESSION WHERE PRINCIPAL_NAME IS NOT NULL LIMIT 1")
                      .query(String.class)
                      .single();
                });
    String cookie = Base64.getEncoder().encodeToString(id.getBytes(StandardCharsets.US_ASCII));
    assertThat(new Http(server.base).get("/api/today", "Cookie", "jeton=" + cookie).status())
        .isEqualTo(401);
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
