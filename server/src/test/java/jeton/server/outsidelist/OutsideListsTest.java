package jeton.server.outsidelist;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.standins.listservice.ListService;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;
import tools.jackson.databind.JsonNode;

/**
 * People are handed on to a list service, once and as they are; nobody who left is put back (H2).
 */
class OutsideListsTest {
  private static final String LISTS = "/api/outside-lists";
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();
  private final ListSending sending = server.bean(ListSending.class);
  private final OutsideListStore store = server.bean(OutsideListStore.class);
  private final ExecutorService lanes = Executors.newFixedThreadPool(8);
  private final ListService service = ListService.start(0, server.clock);
  private final SampleOffer offer = new SampleOffer();
  private long list;

  @BeforeEach
  void connect() {
    Http.Answer made =
        owner.json("POST", LISTS, Map.of("settings", settings(), "key", service.key()));
    assertThat(made.status()).as(made.body()).isEqualTo(201);
    list = made.json().get("id").asLong();
    turnOn();
  }

  @AfterEach
  void takeAway() {
    owner.delete(LISTS + "/" + list);
    service.close();
    lanes.shutdownNow();
  }

  private void turnOn() {
    assertThat(owner.json("PUT", LISTS + "/" + list + "/on", Map.of("on", true)).status())
        .isEqualTo(200);
  }

  private Map<String, Object> settings() {
    JsonNode described = owner.get(LISTS + "/kinds").json().at("/services/0");
    Map<String, Object> description =
        new HashMap<>(
            new tools.jackson.databind.json.JsonMapper().convertValue(described, Map.class));
    description.put("address", service.address());
    return new HashMap<>(
        Map.of(
            "name",
            "Letters",
            "description",
            description,
            "list",
            Map.of("key", "l1", "title", "Letters from the bench"),
            "tags",
            List.of(Map.of("key", "t-new", "title", "New here")),
            "fields",
            Map.of("FIRST", "first_name"),
            "moment",
            "CONFIRMED",
            "offers",
            List.of(offer.id)));
  }

  private JsonNode save(Map<String, Object> settings) {
    Http.Answer saved =
        owner.json(
            "PUT",
            LISTS + "/" + list,
            Map.of("settings", settings, "version", view().get("version").asInt()));
    assertThat(saved.status()).as(saved.body()).isEqualTo(200);
    return saved.json();
  }

  private JsonNode view() {
    return owner
        .get(LISTS)
        .json()
        .valueStream()
        .filter(one -> one.get("id").asLong() == list)
        .findFirst()
        .orElseThrow();
  }

  private int count(String of) {
    return view().at("/counts/" + of).asInt();
  }

  /** Tells what is due now, as the engine would. */
  private void tell() {
    while (sending.send(list, lanes) > 0) {
      // Until nobody is due.
    }
  }

  private void readWhoLeft() {
    OutsideList one = store.find(list).orElseThrow();
    server.bean(LeftReading.class).read(one, one.settings().description().left().orElseThrow());
  }

  private String state(String email) {
    return service.people("l1").containsKey(email) ? service.people("l1").get(email).state() : "";
  }

  private String joined() {
    String email = SampleOffer.newAddress();
    offer.join(email);
    return email;
  }

  private long person(String email) {
    return server
        .bean(JdbcClient.class)
        .sql("SELECT id FROM person WHERE email = :email")
        .param("email", email)
        .query(Long.class)
        .single();
  }

  private String stateHere(String email) {
    return owner.get("/api/people/" + person(email)).json().at("/person/state").asString();
  }

  private void leaves(String email) {
    server
        .bean(jeton.server.leaving.Departures.class)
        .leave(person(email), "by their link", java.util.Optional.empty());
  }

  @Test
  void whoConfirms_isHandedOn_withFieldsAndTags_onceAndNotBefore() {
    String email = SampleOffer.newAddress();
    offer.signUp(Map.of("email", email, "first_name", "Nora", "consent", "yes"));
    tell();
    assertThat(service.people("l1")).as("not confirmed yet").isEmpty();
    server.settle();
    offer.confirm(email);
    tell();
    assertThat(service.people("l1")).containsOnlyKeys(email);
    assertThat(service.people("l1").get(email).state()).isEqualTo("confirmed");
    assertThat(service.people("l1").get(email).fields()).isEqualTo(Map.of("FIRST", "Nora"));
    assertThat(service.people("l1").get(email).tags()).containsExactly("t-new");
    int asked = service.asked().size();
    tell();
    assertThat(service.asked()).as("nothing is told twice").hasSize(asked);
    JsonNode log = owner.get(LISTS + "/" + list + "/people").json();
    assertThat(log).hasSize(1);
    assertThat(log.get(0).get("request").asString())
        .startsWith("PUT " + service.address() + "/lists/l1/people/")
        .contains("Nora")
        .doesNotContain(service.key());
    assertThat(owner.get(LISTS).body()).doesNotContain(service.key());
    assertThat(
            server
                .bean(JdbcClient.class)
                .sql("SELECT service_key FROM outside_list WHERE id = :id")
                .param("id", list)
                .query(String.class)
                .single())
        .as("nor does a copy of the database tell it")
        .startsWith("sealed:");
  }

  @Test
  void withTheirSignUp_whoWaits_isToldAsWaiting() {
    Map<String, Object> settings = settings();
    settings.put("moment", "SIGNED_UP");
    save(settings);
    String email = SampleOffer.newAddress();
    offer.signUp(email);
    tell();
    assertThat(state(email)).isEqualTo("waiting");
    server.settle();
    offer.confirm(email);
    tell();
    assertThat(state(email)).isEqualTo("confirmed");
  }

  @Test
  void peopleOfOtherOffers_areNotHandedOn_andWhileItPausesTheyWait() {
    SampleOffer other = new SampleOffer();
    other.join(SampleOffer.newAddress());
    tell();
    assertThat(service.people("l1")).isEmpty();
    owner.json("PUT", LISTS + "/" + list + "/on", Map.of("on", false));
    String email = joined();
    tell();
    assertThat(service.people("l1")).isEmpty();
    turnOn();
    tell();
    assertThat(service.people("l1")).containsOnlyKeys(email);
  }

  @Test
  void leavingHere_isToldThere_andWhoComesBackByConfirming_isThereAgain() {
    String email = joined();
    tell();
    leaves(email);
    tell();
    assertThat(state(email)).isEqualTo("left");
    assertThat(count("left")).isEqualTo(1);
    server.forward(Duration.ofMinutes(10));
    offer.join(email);
    tell();
    assertThat(state(email)).isEqualTo("confirmed");
  }

  @Test
  void leavingThere_isLeavingHere_andNobodyIsPutBack() {
    String email = joined();
    tell();
    server.clock.forward(Duration.ofMinutes(1));
    service.leaves("l1", email);
    readWhoLeft();
    tell();
    assertThat(state(email)).isEqualTo("left");
    assertThat(stateHere(email)).isEqualTo("LEFT");
    assertThat(server.history(email)).contains("at “Letters”");
    server.clock.forward(Duration.ofMinutes(10));
    offer.signUp(email);
    tell();
    assertThat(state(email)).as("signed up again, not confirmed (S5)").isEqualTo("left");
    server.settle();
    offer.confirm(email);
    tell();
    assertThat(state(email)).isEqualTo("confirmed");
    readWhoLeft();
    tell();
    assertThat(stateHere(email)).as("an old leaving takes nobody off").isEqualTo("ON_THE_LIST");
  }

  @Test
  void whoComesBackWhileTheServiceIsBeingAsked_isNotTakenOffHere() {
    String email = joined();
    tell();
    Standing asked = server.bean(StandingStore.class).find(list, person(email)).orElseThrow();
    server.clock.forward(Duration.ofMinutes(10));
    offer.join(email);
    ListNoting noting = server.bean(ListNoting.class);
    noting.leftThere(store.find(list).orElseThrow(), asked);
    assertThat(stateHere(email)).isEqualTo("ON_THE_LIST");
    Standing now = server.bean(StandingStore.class).find(list, person(email)).orElseThrow();
    noting.leftThere(store.find(list).orElseThrow(), now);
    assertThat(stateHere(email)).isEqualTo("LEFT");
  }

  @Test
  void whatBelongedToARemovedList_isForgotten() {
    joined();
    tell();
    owner.delete(LISTS + "/" + list);
    server.bean(OutsideLists.class).forgetRemoved(1_000_000);
    assertThat(
            server
                .bean(JdbcClient.class)
                .sql("SELECT COUNT(*) FROM handing_on WHERE list_id = :id")
                .param("id", list)
                .query(Long.class)
                .single())
        .isZero();
  }

  @Test
  void whoLeftThereBeforeWeKnewThem_isLetBe_whenAllAreHandedOn() {
    String gone = joined();
    String stays = joined();
    server.clock.forward(Duration.ofMinutes(1));
    service.leaves("l1", gone);
    catchUp();
    assertThat(state(gone)).isEqualTo("left");
    assertThat(state(stays)).isEqualTo("confirmed");
    assertThat(stateHere(gone)).isEqualTo("ON_THE_LIST");
    assertThat(count("letBe")).isEqualTo(1);
  }

  private void catchUp() {
    assertThat(owner.json("POST", LISTS + "/" + list + "/everybody", Map.of()).status())
        .isEqualTo(200);
    while (server.bean(CatchingUp.class).page(list)) {
      tell();
    }
    tell();
  }

  @Test
  void thoseWhoWereThere_areHandedOn_inPages_takenUpAgainAfterACut() {
    owner.json("PUT", LISTS + "/" + list + "/on", Map.of("on", false));
    int people = 1_203;
    imported(people);
    server
        .bean(JdbcClient.class)
        .sql("DELETE FROM handing_on WHERE list_id = :id")
        .param("id", list)
        .update();
    turnOn();
    assertThat(owner.get(LISTS + "/" + list + "/everybody").json().get("people").asInt())
        .isEqualTo(people);
    owner.json("POST", LISTS + "/" + list + "/everybody", Map.of());
    CatchingUp catching = server.bean(CatchingUp.class);
    assertThat(catching.page(list)).isTrue();
    assertThat(catching.page(list)).isTrue();
    assertThat(catching.page(list)).as("not more than can be told soon").isFalse();
    sending.send(list, lanes);
    assertThat(view().at("/catchUp/total").asInt()).isEqualTo(people);
    assertThat(view().at("/catchUp/marked").asInt()).isEqualTo(1_000);
    assertThat(count("waiting")).isEqualTo(968);
    owner.json("POST", LISTS + "/" + list + "/everybody", Map.of());
    assertThat(view().at("/catchUp/marked").asInt()).as("begun twice, it goes on").isEqualTo(1_000);
    tell();
    while (catching.page(list)) {
      tell();
    }
    tell();
    assertThat(service.people("l1")).hasSize(people);
    assertThat(view().at("/catchUp/marked").asInt()).isEqualTo(people);
    assertThat(view().at("/catchUp").has("after")).isFalse();
    assertThat(count("there")).isEqualTo(people);
  }

  /** People of the offer, without all it takes to sign up. */
  private void imported(int people) {
    JdbcClient db = server.bean(JdbcClient.class);
    String first = joined();
    db.sql(
            """
            INSERT INTO person (email, email_key, first_name, state, state_since, created_at)
            SELECT CONCAT('c', seq, '-', :first), CONCAT('c', seq, '-', :first), 'Ida', 'ON_THE_LIST', p.state_since, p.created_at
              FROM seq_1_to_5000 JOIN person p ON p.email = :first WHERE seq < :people
            """)
        .param("first", first)
        .param("people", people)
        .update();
    db.sql(
            """
            INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, page, network, decision, consent_given)
            SELECT p.id, s.offer_id, s.form_id, LEFT(MD5(p.id), 27), s.at, '', '', s.decision, FALSE
              FROM person p JOIN sign_up s ON s.offer_id = :offer WHERE p.email LIKE CONCAT('c%-', :first)
            """)
        .param("offer", offer.id)
        .param("first", first)
        .update();
  }

  @Test
  void aKeyThatExpires_isToldAndHeld_andAnotherTakesAllUpAgain() {
    service.takes("another-key");
    String email = joined();
    tell();
    assertThat(view().at("/trouble/kind").asString()).isEqualTo("KEY");
    assertThat(owner.get("/api/today").body()).contains("refuses the key");
    server.clock.forward(Duration.ofMinutes(1));
    tell();
    assertThat(service.people("l1")).isEmpty();
    assertThat(count("waiting")).isEqualTo(1);
    owner.json(
        "PUT",
        LISTS + "/" + list,
        Map.of(
            "settings",
            settings(),
            "version",
            view().get("version").asInt(),
            "key",
            "another-key"));
    tell();
    assertThat(service.people("l1")).containsOnlyKeys(email);
    assertThat(view().has("trouble")).isFalse();
  }

  @Test
  void aListThatIsGone_isTold_andRefusesNobody() {
    joined();
    service.removeList("l1");
    tell();
    assertThat(view().at("/trouble/kind").asString()).isEqualTo("LIST");
    assertThat(count("refused")).isZero();
    assertThat(count("waiting")).isEqualTo(1);
    Map<String, Object> settings = settings();
    settings.put("list", Map.of("key", "l2", "title", "Workshop dates"));
    save(settings);
    tell();
    assertThat(service.people("l2")).hasSize(1);
  }

  @Test
  void aListThatIsRenamed_isTheSame() {
    service.rename("l1", "Letters, monthly");
    String email = joined();
    tell();
    assertThat(state(email)).isEqualTo("confirmed");
    assertThat(view().has("trouble")).isFalse();
  }

  @Test
  void aFieldThatIsGone_isLeftOutAndTold() {
    service.removeField("l1", "FIRST");
    String email = SampleOffer.newAddress();
    offer.signUp(Map.of("email", email, "first_name", "Nora", "consent", "yes"));
    server.settle();
    offer.confirm(email);
    tell();
    assertThat(view().at("/trouble/kind").asString()).isEqualTo("GONE");
    assertThat(view().at("/trouble/words").asString()).contains("FIRST");
    server.clock.forward(Duration.ofSeconds(5));
    tell();
    assertThat(service.people("l1").get(email).fields()).isEmpty();
    assertThat(count("refused")).isZero();
  }

  @Test
  void whoIsNotTaken_isShown_holdsUpNobody_andCanBeTriedAgain() {
    String email = "refused-" + SampleOffer.newAddress();
    offer.join(email);
    String other = joined();
    tell();
    assertThat(state(other)).isEqualTo("confirmed");
    JsonNode refused = owner.get(LISTS + "/" + list + "/people?state=REFUSED").json();
    assertThat(refused).hasSize(1);
    assertThat(refused.get(0).get("email").asString()).isEqualTo(email);
    assertThat(refused.get(0).get("answer").asString()).contains("not taken");
    int asked = service.asked().size();
    owner.json("POST", LISTS + "/" + list + "/people/" + person(email) + "/again", Map.of());
    tell();
    assertThat(service.asked().size()).isGreaterThan(asked);
  }

  @Test
  void tooManyQuestions_itIsLeftAloneAsLongAsItSays() {
    service.answersOnly(0);
    String email = joined();
    tell();
    service.answersOnly(Integer.MAX_VALUE);
    server.clock.forward(Duration.ofSeconds(59));
    tell();
    assertThat(service.people("l1")).isEmpty();
    assertThat(view().has("failingSince")).as("that is no trouble").isFalse();
    server.clock.forward(Duration.ofSeconds(1));
    tell();
    assertThat(service.people("l1")).containsOnlyKeys(email);
  }

  @Test
  void aServiceThatIsAway_delays_andLosesNobody() {
    service.behave(new ListService.Conduct(500, Duration.ZERO));
    String email = joined();
    tell();
    assertThat(view().has("failingSince")).isTrue();
    service.behave(ListService.Conduct.GOOD);
    server.clock.forward(Duration.ofMinutes(1));
    tell();
    assertThat(service.people("l1")).containsOnlyKeys(email);
    assertThat(view().has("failingSince")).isFalse();
  }

  @Test
  void anInstanceThatDies_delaysWhomItHadInHand_andWhatChangedMeanwhileIsTold() {
    String email = joined();
    StandingStore standings = server.bean(StandingStore.class);
    List<Standing> taken =
        server
            .bean(TransactionOperations.class)
            .execute(
                status ->
                    standings.claim(
                        list,
                        server.clock.instant(),
                        server.clock.instant().plus(Duration.ofMinutes(5)),
                        10));
    assertThat(taken).hasSize(1);
    tell();
    assertThat(service.people("l1")).as("somebody has them in hand").isEmpty();
    server.clock.forward(Duration.ofMinutes(5));
    tell();
    assertThat(service.people("l1")).containsOnlyKeys(email);
    List<Standing> late = List.of(taken.get(0));
    leaves(email);
    server
        .bean(ListNoting.class)
        .note(
            store.find(list).orElseThrow(),
            List.of(
                new ListAsking.Done(
                    late.get(0),
                    jeton.core.outsidelist.HandingOn.Step.HAND_ON,
                    java.util.Optional.of(
                        new Exchange("PUT", 200, "", java.util.Optional.empty())))),
            false);
    tell();
    assertThat(state(email)).as("what came late changes nothing").isEqualTo("left");
  }

  @Test
  void whatTheServiceOffers_canBeChosen_lookedAtWithSomebodyReal_andTestedWithSomebodyMadeUp() {
    JsonNode choices = owner.get(LISTS + "/" + list + "/choices").json();
    assertThat(choices.at("/lists/0/title").asString()).isEqualTo("Letters from the bench");
    assertThat(choices.at("/fields/1/key").asString()).isEqualTo("TOWN");
    assertThat(choices.at("/tags/1/title").asString()).isEqualTo("From the shop");
    String email = joined();
    JsonNode preview =
        owner
            .json(
                "POST",
                LISTS + "/" + list + "/preview?email=" + email,
                Map.of("settings", settings()))
            .json();
    assertThat(preview.get("email").asString()).isEqualTo(email);
    assertThat(preview.get("request").asString()).contains("\"tags\":[\"t-new\"]");
    JsonNode test = owner.json("POST", LISTS + "/" + list + "/test", Map.of()).json();
    assertThat(test.get("works").asBoolean()).isTrue();
    assertThat(test.get("exchanges")).hasSize(2);
    assertThat(service.people("l1")).containsOnlyKeys("maud.made-up@example.com");
    assertThat(state("maud.made-up@example.com")).isEqualTo("left");
    service.takes("another-key");
    JsonNode failed = owner.json("POST", LISTS + "/" + list + "/test", Map.of()).json();
    assertThat(failed.get("works").asBoolean()).isFalse();
    assertThat(failed.at("/exchanges/0/status").asInt()).isEqualTo(401);
    assertThat(owner.get(LISTS + "/" + list + "/choices").json().at("/failed/status").asInt())
        .isEqualTo(401);
  }

  @Test
  void whoIsErased_isForgottenHereToo() {
    String email = joined();
    tell();
    long person = person(email);
    assertThat(owner.get("/api/people/" + person + "/everything.json").body())
        .contains("outside_lists");
    owner.json("POST", "/api/people/" + person + "/erase", Map.of());
    assertThat(
            server
                .bean(JdbcClient.class)
                .sql("SELECT COUNT(*) FROM handing_on WHERE person_id = :id")
                .param("id", person)
                .query(Long.class)
                .single())
        .isZero();
  }

  @Test
  void mistakes_areToldWhereTheyWereMade() {
    Map<String, Object> settings = settings();
    settings.put("name", " ");
    settings.put("fields", Map.of("FIRST", "no_such"));
    Http.Answer refused = owner.json("POST", LISTS, Map.of("settings", settings, "key", "k"));
    assertThat(refused.status()).isEqualTo(422);
    assertThat(refused.body()).contains("\"name\"").contains("fields.FIRST");
    assertThat(
            owner
                .json("PUT", LISTS + "/" + list, Map.of("settings", settings(), "version", 99))
                .status())
        .isEqualTo(409);
    assertThat(owner.get(LISTS + "/0/choices").status()).isEqualTo(404);
  }
}
