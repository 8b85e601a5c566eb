package jeton.server.incentive;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import jeton.harness.Awaiting;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.json.JsonMapper;

/**
 * Two server processes on one database give codes and prizes at the same time: none is given twice,
 * none is used more often than it may, and a process that is killed keeps none.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class GivingRivalsTest {
  private static final int THREADS = 50;
  private static final int POOL = 10_000;

  private ChildServer servers;
  private Http one;
  private Http two;
  private final ExecutorService hands = Executors.newFixedThreadPool(THREADS);

  @BeforeAll
  void start(@TempDir Path home) throws IOException {
    Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwxr-xr-x"));
    servers = servers(home);
    servers.start();
    one = servers.owner(0);
    beforeTheOther(servers);
    servers.start();
    two = servers.owner(1);
    servers.makeOffer(one);
  }

  /** Where processes are started, and on which database. */
  ChildServer servers(Path home) throws IOException {
    return new ChildServer(home);
  }

  /** What the second process is to have otherwise. */
  void beforeTheOther(ChildServer servers) {}

  @AfterAll
  void stop() {
    hands.shutdownNow();
    servers.close();
  }

  /** A live offer that gives codes of a pool in the answer's transaction; the form's key. */
  private String pool(int codes) {
    var made = one.json("POST", "/api/offers", Map.of("name", "Pool", "kind", "COUPON")).json();
    String path = "/api/offers/" + made.at("/offer/id").asLong();
    Map<String, Object> settings = map(made.at("/offer/settings").toString());
    inner(settings, "gives").put("source", "POOL");
    inner(settings, "confirm").put("on", false);
    assertThat(one.json("PUT", path, Map.of("version", 1, "settings", settings)).status())
        .isEqualTo(200);
    String csv =
        IntStream.range(0, codes)
            .mapToObj(i -> UUID.randomUUID().toString().replace("-", ""))
            .collect(Collectors.joining("\n"));
    var told = one.upload(path + "/coupon/pool", csv.getBytes(StandardCharsets.UTF_8)).json();
    assertThat(told.get("added").asLong()).isEqualTo(codes);
    assertThat(one.json("PUT", path + "/state", Map.of("state", "LIVE")).status()).isEqualTo(200);
    String form = one.get(path + "/forms").json().get(0).get("key").asString();
    // The other process knows of it a second or two later.
    Awaiting.until(() -> servers.visitor(1).get("/f/" + form).body().contains("name=\"email\""));
    return form;
  }

  @SuppressWarnings("unchecked")
  private static Map<String, Object> map(String json) {
    return new JsonMapper().readValue(json, Map.class);
  }

  @SuppressWarnings("unchecked")
  private static Map<String, Object> inner(Map<String, Object> map, String name) {
    return (Map<String, Object>) map.get(name);
  }

  private int signUp(Http visitor, String form) {
    return visitor
        .form(
            "/p/forms/" + form + "/signups",
            Map.of("email", SampleOffer.newAddress(), "first_name", "Aoife", "consent", "yes"))
        .status();
  }

  private <T> List<T> allAtOnce(List<Callable<T>> work) throws Exception {
    List<T> done = new ArrayList<>();
    for (Future<T> future : hands.invokeAll(work)) {
      done.add(future.get());
    }
    return done;
  }

  private long offerOf(String form) {
    return servers.number("SELECT offer_id FROM form WHERE form_key = '" + form + "'");
  }

  @Test
  void fiftyAtATime_byTwoProcesses_fromTenThousandCodes_neverGiveOneTwice() throws Exception {
    String form = pool(POOL);
    int people = 600;
    Http visitorOne = servers.visitor(0);
    Http visitorTwo = servers.visitor(1);
    List<Callable<Integer>> signUps = new ArrayList<>();
    for (int i = 0; i < people; i++) {
      Http visitor = i % 2 == 0 ? visitorOne : visitorTwo;
      signUps.add(() -> signUp(visitor, form));
    }
    assertThat(allAtOnce(signUps)).containsOnly(303);
    long offer = offerOf(form);
    assertThat(given(offer)).isEqualTo(people);
    assertThat(
            servers.number(
                "SELECT COUNT(DISTINCT code_id) FROM coupon_grant WHERE offer_id = " + offer))
        .isEqualTo(people);
    assertThat(free(offer)).isEqualTo(POOL - people);
  }

  private long given(long offer) {
    return servers.number(
        "SELECT COUNT(*) FROM coupon_grant WHERE code_id IS NOT NULL AND offer_id = " + offer);
  }

  private long free(long offer) {
    return servers.number(
        "SELECT COUNT(*) FROM coupon_code WHERE state = 'FREE' AND offer_id = " + offer);
  }

  @Test
  void aPoolEmptiedByTwoProcesses_givesEachCodeOnce_andTheRestWaitOrAreTold() throws Exception {
    String form = pool(20);
    Http visitorOne = servers.visitor(0);
    Http visitorTwo = servers.visitor(1);
    List<Callable<Integer>> signUps = new ArrayList<>();
    for (int i = 0; i < 60; i++) {
      Http visitor = i % 2 == 0 ? visitorOne : visitorTwo;
      signUps.add(() -> signUp(visitor, form));
    }
    // 303 for whoever is given a code or waits for one, 200 with the closed page for the others.
    assertThat(allAtOnce(signUps)).isSubsetOf(303, 200);
    long offer = offerOf(form);
    assertThat(given(offer)).isEqualTo(20);
    assertThat(free(offer)).isZero();
    long waiting =
        servers.number(
            "SELECT COUNT(*) FROM coupon_grant WHERE code_id IS NULL AND offer_id = " + offer);
    String more =
        IntStream.range(0, 60)
            .mapToObj(i -> UUID.randomUUID().toString().replace("-", ""))
            .collect(Collectors.joining("\n"));
    one.upload("/api/offers/" + offer + "/coupon/pool", more.getBytes(StandardCharsets.UTF_8));
    assertThat(given(offer)).isEqualTo(20 + waiting);
  }

  @Test
  void oneCode_redeemedByTwoProcessesAtOnce_isUsedOnce_aHundredTimes() throws Exception {
    String form = pool(100);
    for (int i = 0; i < 100; i++) {
      assertThat(signUp(servers.visitor(0), form)).isEqualTo(303);
    }
    String key =
        one.json(
                "POST",
                "/api/keys",
                Map.of("name", "Rivals", "may", List.of("CHECK_COUPONS", "REDEEM_COUPONS")))
            .json()
            .get("key")
            .asString();
    var codes = one.get("/api/offers/" + offerOf(form) + "/coupon/codes?state=OUT").json();
    assertThat(codes).hasSizeGreaterThan(40);
    for (var row : codes) {
      String code = row.get("code").asString();
      List<Boolean> answers =
          allAtOnce(
              List.of(
                  () -> redeemed(servers.visitor(0), key, code), () -> redeemed(two, key, code)));
      assertThat(answers).containsExactlyInAnyOrder(true, false);
    }
  }

  private static boolean redeemed(Http shop, String key, String code) {
    Map<String, Object> order =
        Map.of("id", UUID.randomUUID().toString(), "subtotal", 5000, "currency", "EUR");
    return shop.jsonWithKey("/api/coupons/redeem", key, Map.of("code", code, "order", order))
        .json()
        .get("ok")
        .asBoolean();
  }

  @Test
  void aProcessKilledWhileItGives_losesNoCode_andNoPrize_andGivesNoneTwice() throws Exception {
    String form = pool(300);
    String wheelForm = wheel(300, "1");
    long offer = offerOf(form);
    long wheel = offerOf(wheelForm);
    servers.start();
    Http third = servers.visitor();
    Awaiting.until(() -> third.get("/f/" + form).body().contains("name=\"email\""));
    List<Future<Integer>> going = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      going.add(hands.submit(() -> signUp(third, form)));
      going.add(hands.submit(() -> signUp(third, wheelForm)));
    }
    Awaiting.until(() -> given(offer) > 20 && won(wheel) > 10);
    servers.kill();
    for (Future<Integer> one : going) {
      try {
        one.get();
      } catch (ExecutionException cutOff) {
        // The visitor sends the form again; what counts is what was kept.
        assertThat(cutOff).hasCauseInstanceOf(UncheckedIOException.class);
      }
    }
    // What the killed process had begun is undone as soon as its connections are gone.
    Awaiting.until(() -> out(offer) == given(offer) && free(offer) == 300 - given(offer));
    assertThat(signUp(servers.visitor(0), form)).isEqualTo(303);
    assertThat(
            servers.number(
                "SELECT COUNT(code_id) - COUNT(DISTINCT code_id) FROM coupon_grant WHERE offer_id = "
                    + offer))
        .isZero();
    // Between draw and answer all of a spin is kept or nothing, and with it the email that follows.
    Awaiting.until(() -> taken(wheel) == won(wheel));
    assertThat(
            servers.number(
                "SELECT COUNT(DISTINCT person_id) FROM outbox WHERE kind = 'DELIVERY' AND offer_id = "
                    + wheel))
        .isEqualTo(won(wheel));
    assertThat(signUp(servers.visitor(0), wheelForm)).isEqualTo(303);
  }

  private long out(long offer) {
    return servers.number(
        "SELECT COUNT(*) FROM coupon_code WHERE state = 'OUT' AND offer_id = " + offer);
  }

  /** A live wheel with these pieces of a sheet and any number of nothing; the form's key. */
  private String wheel(int sheets, String nothingWeighs) {
    var made = one.json("POST", "/api/offers", Map.of("name", "Wheel", "kind", "WHEEL")).json();
    String path = "/api/offers/" + made.at("/offer/id").asLong();
    Map<String, Object> settings = map(made.at("/offer/settings").toString());
    List<Map<String, Object>> slices = slices(settings);
    slices.get(0).put("pieces", sheets);
    slices.get(1).put("weight", Integer.parseInt(nothingWeighs));
    inner(inner(settings, "gives"), "rules").put("spins", 100);
    inner(settings, "confirm").put("on", false);
    assertThat(one.json("PUT", path, Map.of("version", 1, "settings", settings)).status())
        .isEqualTo(200);
    assertThat(one.json("PUT", path + "/state", Map.of("state", "LIVE")).status()).isEqualTo(200);
    String form = one.get(path + "/forms").json().get(0).get("key").asString();
    Awaiting.until(() -> servers.visitor(1).get("/f/" + form).body().contains("name=\"email\""));
    return form;
  }

  @SuppressWarnings("unchecked")
  private static List<Map<String, Object>> slices(Map<String, Object> settings) {
    return (List<Map<String, Object>>) inner(settings, "gives").get("slices");
  }

  private long won(long offer) {
    return servers.number("SELECT COUNT(*) FROM spin WHERE won AND offer_id = " + offer);
  }

  private long taken(long offer) {
    return servers.number(
        "SELECT COALESCE(SUM(taken), 0) FROM wheel_stock WHERE offer_id = " + offer);
  }

  @Test
  void theLastPieceOfAWheel_under200SpinsByTwoProcesses_isWonOnce() throws Exception {
    String form = wheel(1, "1");
    Http visitorOne = servers.visitor(0);
    Http visitorTwo = servers.visitor(1);
    List<Callable<Integer>> spins = new ArrayList<>();
    for (int i = 0; i < 200; i++) {
      Http visitor = i % 2 == 0 ? visitorOne : visitorTwo;
      spins.add(() -> signUp(visitor, form));
    }
    assertThat(allAtOnce(spins)).containsOnly(303);
    long offer = offerOf(form);
    assertThat(won(offer)).isEqualTo(1);
    assertThat(taken(offer)).isEqualTo(1);
    assertThat(servers.number("SELECT COUNT(*) FROM spin WHERE offer_id = " + offer))
        .isEqualTo(200);
  }
}
