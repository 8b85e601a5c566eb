package jeton.server.program;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import jeton.core.followup.Goal;
import jeton.core.followup.RunAgain;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Start;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.editing.SequenceEdits;
import jeton.server.leaving.Departures;
import jeton.server.programkey.ProgramKeys;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What programs may ask and tell about people (H3). */
class ProgramPeopleTest {
  private final TestServer server = TestServer.get();
  private final Http program = new Http(server.base);
  private final SampleOffer offer = new SampleOffer();
  private final String email = SampleOffer.newAddress();
  private String key;

  @BeforeEach
  void makeAKey() {
    key = key(ProgramKeys.May.READ_PEOPLE, ProgramKeys.May.CHANGE_PEOPLE);
  }

  private String key(ProgramKeys.May first, ProgramKeys.May... more) {
    return server.key("A program", EnumSet.of(first, more));
  }

  private Http.Answer tell(String path, Map<String, Object> body) {
    return program.jsonWithKey("/api/programs/" + path, key, body);
  }

  private JsonNode person() {
    return program
        .get("/api/programs/people?email=" + email, "Authorization", "Bearer " + key)
        .json()
        .at("/people/0");
  }

  @Test
  void aSignUp_isAskedToConfirm_asByAForm_andTheAnswerDoesNotTellWhoIsKnown() {
    Map<String, Object> told =
        Map.of(
            "offer", offer.slug,
            "email", email,
            "first_name", "Nora",
            "consent", "Send me letters.",
            "page", "https://stall.example/booth");
    Http.Answer first = tell("sign-ups", told);
    assertThat(first.status()).as(first.body()).isEqualTo(200);
    server.settle();
    assertThat(person().get("state").asString()).isEqualTo("waiting_to_confirm");
    offer.confirm(email);
    assertThat(person().get("state").asString()).isEqualTo("on_the_list");
    assertThat(person().get("first_name").asString()).isEqualTo("Nora");
    Http.Answer again = tell("sign-ups", told);
    assertThat(again.body()).isEqualTo(first.body());
    assertThat(
            server
                .bean(JdbcClient.class)
                .sql(
                    "SELECT c.wording FROM consent_wording c JOIN sign_up u ON u.consent_wording_id = c.id JOIN person p ON p.id = u.person_id WHERE p.email = :email LIMIT 1")
                .param("email", email)
                .query(String.class)
                .optional())
        .as("what they agreed to is kept (S10)")
        .contains("Send me letters.");
  }

  @Test
  void aSignUp_withoutConsent_orForAnOfferThatIsNotThere_isRefused() {
    Http.Answer none =
        tell("sign-ups", Map.of("offer", offer.slug, "email", email, "consent", " "));
    assertThat(none.status()).isEqualTo(422);
    assertThat(none.body()).contains("consent");
    assertThat(
            tell("sign-ups", Map.of("offer", "no-such", "email", email, "consent", "Yes."))
                .status())
        .isEqualTo(404);
    assertThat(
            tell("sign-ups", Map.of("offer", offer.slug, "email", "no address", "consent", "Yes."))
                .body())
        .contains("email");
  }

  @Test
  void somebodyKnown_isChanged_tagged_putOnAList_andLeaves() {
    offer.join(email);
    assertThat(tell("people", Map.of("email", email.toUpperCase(), "first_name", "Ida")).status())
        .isEqualTo(200);
    assertThat(person().get("first_name").asString()).isEqualTo("Ida");
    assertThat(tell("people", Map.of("email", email, "fields", Map.of("no_such", "x"))).status())
        .isEqualTo(422);
    tell("tags", Map.of("email", email, "tag", "course"));
    assertThat(person().get("tags").valueStream().map(JsonNode::asString)).contains("course");
    tell("tags", Map.of("email", email, "tag", "course", "give", false));
    assertThat(person().get("tags").valueStream().map(JsonNode::asString)).doesNotContain("course");
    JsonNode lists = program.get("/api/programs/lists", "Authorization", "Bearer " + key).json();
    long list = lists.get(0).get("id").asLong();
    assertThat(tell("lists", Map.of("email", email, "list", list)).status()).isEqualTo(200);
    assertThat(tell("lists", Map.of("email", email, "list", 0)).status()).isEqualTo(404);
    tell("leave", Map.of("email", email));
    assertThat(person().get("state").asString()).isEqualTo("left");
    assertThat(tell("lists", Map.of("email", email, "list", list)).status())
        .as("who left is put on no list (S5)")
        .isEqualTo(422);
  }

  @Test
  void nobodyIsMadeUp_ofAnAddressThatIsNotKnown() {
    assertThat(tell("people", Map.of("email", email, "first_name", "Ida")).status()).isEqualTo(404);
    assertThat(tell("tags", Map.of("email", email, "tag", "course")).status()).isEqualTo(404);
    assertThat(tell("events", Map.of("email", "not one", "event", "x")).status()).isEqualTo(422);
  }

  @Test
  void anEvent_startsTheSequencesThatWaitForIt_butNotForWhoLeft() {
    String event = "course." + UUID.randomUUID().toString().substring(0, 8);
    Sequence sequence = server.bean(Sequences.class).make("After the course");
    server
        .bean(SequenceEdits.class)
        .save(
            sequence.id(),
            1,
            new SequenceDraft(
                "After the course",
                new SequenceRules(
                    false,
                    Goal.NONE,
                    new Start(Start.Kind.EVENT, Optional.empty(), "", 0, "", event),
                    RunAgain.NEVER),
                List.of(SampleOffer.step(0, "Well done")),
                false));
    offer.join(email);
    JsonNode taken = tell("events", Map.of("email", email, "event", event)).json();
    assertThat(taken.get("started").asBoolean()).isTrue();
    server.settle();
    assertThat(offer.subjects(email)).contains("Well done");
    String gone = SampleOffer.newAddress();
    offer.join(gone);
    long person =
        server
            .bean(JdbcClient.class)
            .sql("SELECT id FROM person WHERE email = :email")
            .param("email", gone)
            .query(Long.class)
            .single();
    server.bean(Departures.class).leave(person, "by their link", Optional.empty());
    assertThat(
            tell("events", Map.of("email", gone, "event", event)).json().get("started").asBoolean())
        .isFalse();
    assertThat(tell("events", Map.of("email", email, "event", "no spaces")).status())
        .isEqualTo(422);
  }

  @Test
  void aKey_mayDoWhatItWasMadeFor_alone() {
    offer.join(email);
    String reads = key(ProgramKeys.May.READ_PEOPLE);
    assertThat(
            program
                .jsonWithKey("/api/programs/tags", reads, Map.of("email", email, "tag", "course"))
                .status())
        .isEqualTo(401);
    assertThat(program.get("/api/programs/people?email=" + email).status()).isEqualTo(401);
    String tells = key(ProgramKeys.May.TELL_PURCHASES);
    assertThat(program.get("/api/programs/people", "Authorization", "Bearer " + tells).status())
        .isEqualTo(401);
  }

  @Test
  void everybody_isReadInPages() {
    for (int i = 0; i < 3; i++) {
      offer.signUp(SampleOffer.newAddress());
    }
    JsonNode page = program.get("/api/programs/people", "Authorization", "Bearer " + key).json();
    assertThat(page.get("people").size()).isBetween(3, 100);
    long next = page.get("next").asLong();
    List<Long> older =
        program
            .get("/api/programs/people?below=" + next, "Authorization", "Bearer " + key)
            .json()
            .get("people")
            .valueStream()
            .map(one -> one.get("id").asLong())
            .toList();
    assertThat(older).allMatch(id -> id < next);
  }
}
