package jeton.server.programkey;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.json.JsonMapper;

/** What a program sends twice under one key is done once; who asks too often waits (H3). */
class SentTwiceTest {
  private static final String EVENTS = "/api/programs/events";
  private static final String TAGS = "/api/programs/tags";
  private static final String OF_NOBODY = "{\"email\": \"nobody@mail.example\", \"tag\": \"x\"}";
  private final TestServer server = TestServer.get();
  private final HttpClient client = HttpClient.newHttpClient();
  private final String key = key();
  private final String email = SampleOffer.newAddress();
  private final String name = UUID.randomUUID().toString();

  private String key() {
    return server
        .bean(ProgramKeys.class)
        .make("A program", EnumSet.allOf(ProgramKeys.May.class))
        .key();
  }

  private HttpResponse<String> send(String path, String with, String named, String body)
      throws Exception {
    HttpRequest.Builder request =
        HttpRequest.newBuilder(URI.create(server.base + path))
            .header("Content-Type", "application/json")
            .header("Authorization", "Bearer " + with)
            // Not from this machine, which is under no limits here.
            .header("X-Forwarded-For", "203.0.113.9")
            .POST(HttpRequest.BodyPublishers.ofString(body));
    if (!named.isEmpty()) {
      request.header("Idempotency-Key", named);
    }
    return client.send(request.build(), HttpResponse.BodyHandlers.ofString());
  }

  private HttpResponse<String> tell(String with, String event) throws Exception {
    return send(EVENTS, with, name, "{\"email\": \"" + email + "\", \"event\": \"" + event + "\"}");
  }

  private long told(String event) {
    return server
        .bean(JdbcClient.class)
        .sql(
            "SELECT COUNT(*) FROM event e JOIN person p ON p.id = e.person_id WHERE p.email = :email AND e.kind = 'TOLD_OF' AND e.detail = :event")
        .param("email", email)
        .param("event", event)
        .query(Long.class)
        .single();
  }

  @Test
  void underOneKey_itIsDoneOnce_andAnsweredAsBefore() throws Exception {
    new SampleOffer().join(email);
    HttpResponse<String> first = tell(key, "course.begun");
    assertThat(first.statusCode()).as(first.body()).isEqualTo(200);
    HttpResponse<String> second = tell(key, "course.begun");
    assertThat(second.statusCode()).isEqualTo(200);
    assertThat(second.body()).isEqualTo(first.body());
    assertThat(second.headers().firstValue("content-type"))
        .isEqualTo(first.headers().firstValue("content-type"));
    assertThat(told("course.begun")).isEqualTo(1);
    assertThat(tell(key, "course.left").statusCode())
        .as("another request under the same key")
        .isEqualTo(422);
    assertThat(tell(key(), "course.begun").statusCode()).isEqualTo(200);
    assertThat(told("course.begun")).as("another program's keys are its own").isEqualTo(2);
    server.clock.forward(Duration.ofHours(25));
    tell(key, "course.begun");
    assertThat(told("course.begun")).as("after a day it is forgotten").isEqualTo(3);
  }

  @Test
  void sixAtOnce_areOne() throws Exception {
    new SampleOffer().join(email);
    ExecutorService threads = Executors.newFixedThreadPool(6);
    try {
      List<Callable<Integer>> all =
          IntStream.range(0, 6)
              .mapToObj(n -> (Callable<Integer>) () -> tell(key, "course.done").statusCode())
              .toList();
      for (Future<Integer> one : threads.invokeAll(all)) {
        assertThat(one.get()).isIn(200, 409);
      }
    } finally {
      threads.shutdownNow();
    }
    assertThat(told("course.done")).isEqualTo(1);
  }

  @Test
  void whatWasBegunByOneThatDied_isDoneAfterAMinute() throws Exception {
    new SampleOffer().join(email);
    tell(key, "course.cut");
    server.bean(JdbcClient.class).sql("UPDATE kept_answer SET status = NULL, body = NULL").update();
    HttpResponse<String> early = tell(key, "course.cut");
    assertThat(early.statusCode()).isEqualTo(409);
    assertThat(early.headers().firstValue("retry-after")).contains("1");
    server.clock.forward(Duration.ofMinutes(2));
    assertThat(tell(key, "course.cut").statusCode()).isEqualTo(200);
    assertThat(told("course.cut")).isEqualTo(2);
  }

  @Test
  void whoAsksTooOften_isToldHowLongToWait_andOthersAreNot() throws Exception {
    HttpResponse<String> last = send(TAGS, key, "", OF_NOBODY);
    for (int i = 0; i < 300; i++) {
      last = send(TAGS, key, "", OF_NOBODY);
    }
    assertThat(last.statusCode()).isEqualTo(429);
    assertThat(Integer.parseInt(last.headers().firstValue("retry-after").orElseThrow()))
        .isBetween(1, 2);
    assertThat(new JsonMapper().readTree(last.body()).get("detail").asString())
        .contains("too often");
    assertThat(send(TAGS, key(), "", OF_NOBODY).statusCode()).isEqualTo(404);
    server.clock.forward(Duration.ofSeconds(2));
    assertThat(send(TAGS, key, "", OF_NOBODY).statusCode()).isEqualTo(404);
  }

  @Test
  void whoIsErased_isForgottenHereToo() throws Exception {
    new SampleOffer().join(email);
    String tag = "{\"email\": \"" + email + "\", \"tag\": \"course\"}";
    assertThat(send(TAGS, key, name, tag).body()).contains(email);
    JdbcClient db = server.bean(JdbcClient.class);
    long person =
        db.sql("SELECT id FROM person WHERE email = :email")
            .param("email", email)
            .query(Long.class)
            .single();
    server.owner().json("POST", "/api/people/" + person + "/erase", Map.of());
    assertThat(
            db.sql("SELECT COUNT(*) FROM kept_answer WHERE INSTR(body, :email) > 0")
                .param("email", email)
                .query(Long.class)
                .single())
        .isZero();
    assertThat(send(TAGS, key, name, tag).statusCode()).isEqualTo(404);
  }

  @Test
  void aKeyThatWasRevoked_isNotAnsweredFromMemory() throws Exception {
    new SampleOffer().join(email);
    ProgramKeys.KeyMade made =
        server.bean(ProgramKeys.class).make("Gone", EnumSet.of(ProgramKeys.May.CHANGE_PEOPLE));
    assertThat(tell(made.key(), "x").statusCode()).isEqualTo(200);
    server.bean(ProgramKeys.class).revoke(made.view().id());
    assertThat(tell(made.key(), "x").statusCode()).isEqualTo(401);
  }
}
