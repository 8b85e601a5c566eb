package jeton.server.hook;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.networknt.schema.JsonSchema;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jeton.core.hook.HookKind;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.history.History;
import jeton.standins.hookreceiver.HookReceiver;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What happens is told to other programs: signed, in order, at least once (H1). */
class HooksTest {
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();
  private final HookSpreading spreading = server.bean(HookSpreading.class);
  private final HookSending sending = server.bean(HookSending.class);
  private final ExecutorService lanes = Executors.newFixedThreadPool(8);
  private final HookReceiver receiver = HookReceiver.start(0);
  private final SampleOffer offer = new SampleOffer();
  private long hook;

  @BeforeEach
  void connect() {
    JsonNode made = make("SIGNED_UP", "CONFIRMED", "HANDED_OVER");
    hook = made.get("id").asLong();
    receiver.knows(made.get("secret").asString());
  }

  @AfterEach
  void takeAway() {
    owner.delete("/api/hooks/" + hook);
    receiver.close();
    lanes.shutdownNow();
  }

  private JsonNode make(String... kinds) {
    return owner
        .json(
            "POST",
            "/api/hooks",
            Map.of(
                "name", "Spreadsheet",
                "url", receiver.address(),
                "kinds", List.of(kinds),
                "offers", List.of(offer.id)))
        .json();
  }

  /** Tells what is due now, as the engine would. */
  private void tell() {
    while (spreading.work()) {
      // Until all of it is made into messages.
    }
    while (sending.send(hook, lanes) > 0) {
      // Until nothing is due.
    }
  }

  private List<String> told() {
    JsonMapper json = new JsonMapper();
    return receiver.received().stream()
        .map(one -> json.readTree(one.body()))
        .map(one -> one.get("type").asString() + " " + one.at("/data/person/email").asString())
        .toList();
  }

  private JsonNode view() {
    return owner
        .get("/api/hooks")
        .json()
        .valueStream()
        .filter(one -> one.get("id").asLong() == hook)
        .findFirst()
        .orElseThrow();
  }

  @Test
  void whatHappens_isTold_inOrder_signed_andByTheSchema() throws Exception {
    String email = SampleOffer.newAddress();
    offer.join(email);
    tell();
    assertThat(told())
        .containsExactly(
            "person.signed_up " + email, "person.confirmed " + email, "offer.handed_over " + email);
    assertThat(receiver.received()).allMatch(HookReceiver.Received::verified);
    JsonSchema schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(owner.get("/api/hooks/schema").body());
    for (HookReceiver.Received one : receiver.received()) {
      assertThat(
              schema.validate(
                  new com.fasterxml.jackson.databind.ObjectMapper().readTree(one.body())))
          .isEmpty();
      JsonNode body = new JsonMapper().readTree(one.body());
      assertThat(body.at("/data/offer/id").asLong()).isEqualTo(offer.id);
    }
    JsonNode log = owner.get("/api/hooks/" + hook + "/messages").json();
    assertThat(log).hasSize(3);
    assertThat(log.get(0).get("state").asString()).isEqualTo("TOLD");
    assertThat(log.get(0).get("status").asInt()).isEqualTo(200);
    assertThat(view().at("/standing/waiting").asInt()).isZero();
  }

  @Test
  void aMessageSignedWithAnotherSecret_doesNotHold() {
    owner.json("POST", "/api/hooks/" + hook + "/secret", Map.of());
    offer.signUp(SampleOffer.newAddress());
    tell();
    assertThat(receiver.received()).hasSize(1).noneMatch(HookReceiver.Received::verified);
  }

  @Test
  void whatFails_keepsItsTurn_andHoldsUpNobodyElse() {
    String first = SampleOffer.newAddress();
    String second = SampleOffer.newAddress();
    receiver.behave(HookReceiver.Conduct.answering(500));
    offer.signUp(first);
    tell();
    receiver.behave(HookReceiver.Conduct.GOOD);
    server.settle();
    offer.confirm(first);
    offer.signUp(second);
    tell();
    assertThat(told())
        .as("what came later about the first waits, the second does not")
        .containsExactly("person.signed_up " + first, "person.signed_up " + second);
    server.clock.forward(Duration.ofSeconds(5));
    tell();
    assertThat(told().subList(2, told().size()))
        .containsExactly(
            "person.signed_up " + first, "person.confirmed " + first, "offer.handed_over " + first);
    assertThat(receiver.received().get(0).id())
        .as("tried again it is the same message")
        .isEqualTo(receiver.received().get(2).id());
  }

  @Test
  void aReceiverThatIsDown_isTriedOneAtATime_andGivenUpAfterFiveDays() {
    receiver.behave(HookReceiver.Conduct.answering(503));
    for (int i = 0; i < 20; i++) {
      offer.signUp(SampleOffer.newAddress());
    }
    tell();
    assertThat(receiver.received()).hasSize(20);
    server.clock.forward(Duration.ofMinutes(10));
    tell();
    assertThat(receiver.received()).as("one looks whether it is back").hasSize(21);
    assertThat(view().get("state").asString()).isEqualTo("ON");
    server.clock.forward(Duration.ofDays(5));
    tell();
    assertThat(view().get("state").asString()).isEqualTo("OFF");
    int before = receiver.received().size();
    server.clock.forward(Duration.ofDays(1));
    tell();
    assertThat(receiver.received()).as("nothing is tried any more").hasSize(before);
    receiver.behave(HookReceiver.Conduct.GOOD);
    owner.json("PUT", "/api/hooks/" + hook + "/on", Map.of());
    owner.json("POST", "/api/hooks/" + hook + "/again", Map.of());
    tell();
    assertThat(receiver.received()).as("nothing was lost").hasSize(before + 20);
    assertThat(view().at("/standing/waiting").asInt()).isZero();
    assertThat(view().has("failingSince")).isFalse();
  }

  @Test
  void anInstanceThatDies_delaysWhatItHadInHand() {
    offer.signUp(SampleOffer.newAddress());
    spreading.work();
    HookMessageStore store = server.bean(HookMessageStore.class);
    server
        .bean(TransactionOperations.class)
        .executeWithoutResult(
            status ->
                store.claim(
                    hook,
                    server.clock.instant(),
                    server.clock.instant().plus(Duration.ofMinutes(5)),
                    10));
    tell();
    assertThat(receiver.received()).as("it is in somebody's hands").isEmpty();
    server.clock.forward(Duration.ofMinutes(5));
    tell();
    assertThat(receiver.received()).hasSize(1);
  }

  @Test
  void whatDidNotHappenAfterAll_isNotTold() {
    History history = server.bean(History.class);
    assertThatThrownBy(
            () ->
                server
                    .bean(TransactionOperations.class)
                    .executeWithoutResult(
                        status -> {
                          history.note(
                              History.Event.of(
                                  server.clock.instant(), History.Kind.SIGNED_UP, 1, offer.id, ""));
                          throw new IllegalStateException("cut off");
                        }))
        .hasMessage("cut off");
    tell();
    assertThat(receiver.received()).isEmpty();
  }

  @Test
  void whoIsErased_isForgottenHereToo_andWhatBelongedToARemovedHook() {
    String email = SampleOffer.newAddress();
    offer.signUp(email);
    tell();
    JdbcClient db = server.bean(JdbcClient.class);
    long person =
        db.sql("SELECT id FROM person WHERE email = :email")
            .param("email", email)
            .query(Long.class)
            .single();
    assertThat(owner.get("/api/people/" + person + "/everything.json").body())
        .contains("told_to_programs");
    assertThat(owner.json("POST", "/api/people/" + person + "/erase", Map.of()).status())
        .isLessThan(300);
    assertThat(mentions(db, email)).isZero();
    offer.signUp(SampleOffer.newAddress());
    spreading.work();
    owner.delete("/api/hooks/" + hook);
    server.bean(HookMessageStore.class).forgetRemoved(1_000);
    assertThat(
            db.sql("SELECT COUNT(*) FROM hook_message WHERE hook_id = :id")
                .param("id", hook)
                .query(Long.class)
                .single())
        .isZero();
  }

  private static long mentions(JdbcClient db, String email) {
    return db.sql("SELECT COUNT(*) FROM hook_message WHERE body LIKE CONCAT('%', :email, '%')")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  @Test
  void otherOffers_andWhatWasNotChosen_areNotTold_andWhileItPausesAllIsKept() {
    new SampleOffer().signUp(SampleOffer.newAddress());
    server.settle();
    tell();
    assertThat(receiver.received()).isEmpty();
    owner.delete("/api/hooks/" + hook + "/on");
    offer.signUp(SampleOffer.newAddress());
    tell();
    assertThat(receiver.received()).isEmpty();
    assertThat(view().at("/standing/waiting").asInt()).isEqualTo(1);
    owner.json("PUT", "/api/hooks/" + hook + "/on", Map.of());
    tell();
    assertThat(receiver.received()).hasSize(1);
  }

  @Test
  void aTest_isSent_andWhatWasToldCanBeToldAgain() {
    assertThat(owner.json("POST", "/api/hooks/" + hook + "/test", Map.of()).status())
        .isEqualTo(202);
    tell();
    assertThat(receiver.received()).hasSize(1).allMatch(HookReceiver.Received::verified);
    assertThat(receiver.received().get(0).body()).contains("\"type\":\"test\"");
    JsonNode line = owner.get("/api/hooks/" + hook + "/messages").json().get(0);
    String message = "/api/hooks/" + hook + "/messages/" + line.get("id").asLong();
    owner.json("POST", message + "/again", Map.of());
    tell();
    assertThat(receiver.received()).hasSize(2);
    assertThat(owner.get(message).json().get("body").asString()).contains("Send a test");
    assertThat(owner.get("/api/hooks/" + hook + "/messages/0").status()).isEqualTo(404);
  }

  @Test
  void anAddressThatCannotBe_isToldWhereItWasTyped() {
    Http.Answer answer =
        owner.json(
            "POST",
            "/api/hooks",
            Map.of("name", "", "url", "shop", "kinds", List.of(), "offers", List.of()));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.body()).contains("\"name\"").contains("\"kinds\"").contains("\"url\"");
    assertThat(new Http(server.base).get("/api/hooks").status()).isEqualTo(401);
    JsonNode now = view();
    Map<String, Object> changed =
        Map.of(
            "name", "Shop",
            "url", receiver.address(),
            "kinds", List.of(HookKind.LEFT.name()),
            "offers", List.of(),
            "version", now.get("version").asInt());
    assertThat(owner.json("PUT", "/api/hooks/" + hook, changed).status()).isEqualTo(200);
    assertThat(owner.json("PUT", "/api/hooks/" + hook, changed).status())
        .as("somebody else saved meanwhile")
        .isEqualTo(409);
    assertThat(
            server
                .bean(JdbcClient.class)
                .sql("SELECT kinds FROM hook WHERE id = :id")
                .param("id", hook)
                .query(String.class)
                .single())
        .isEqualTo("LEFT");
  }
}
