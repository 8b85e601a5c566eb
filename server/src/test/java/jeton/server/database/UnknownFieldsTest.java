package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;

import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.trial.TrialContent;
import jeton.server.trial.Trials;
import jeton.server.trial.VersionTrial;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What a newer version wrote stays, though this one does not know it. */
class UnknownFieldsTest {
  private static final JsonMapper JSON = new JsonMapper();

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '"',
      value = {
        // kept | known | written | becomes
        "{'a':1,'new':2} | {'a':1} | {'a':3} | {'a':3,'new':2}",
        "{'a':{'b':1,'new':{'c':2}}} | {'a':{'b':1}} | {'a':{'b':2}} | {'a':{'b':2,'new':{'c':2}}}",
        // What this version knows and has taken out stays out.
        "{'a':1,'b':2} | {'a':1,'b':2} | {'a':1} | {'a':1}",
        // Elements by their name, wherever they stand by now.
        "[{'id':1,'n':5},{'id':2,'n':6}] | [{'id':1},{'id':2}] | [{'id':2},{'id':3}] | [{'id':2,'n':6},{'id':3}]",
        // Without a name by their place, while none came or went.
        "[{'t':'x','n':5}] | [{'t':'x'}] | [{'t':'y'}] | [{'t':'y','n':5}]",
        "[{'t':'x','n':5}] | [{'t':'x'}] | [{'t':'x'},{'t':'z'}] | [{'t':'x'},{'t':'z'}]",
        "{'a':1,'new':null} | {'a':1} | {'a':1} | {'a':1}",
      })
  void isCarriedOver(String kept, String known, String written, String becomes) {
    JsonNode into = read(written);
    UnknownFields.carryOver(read(kept), read(known), into);
    assertThat(into).isEqualTo(read(becomes));
  }

  private static JsonNode read(String json) {
    return JSON.readTree(json.replace('\'', '"'));
  }

  @Test
  void aFormAndTheBusiness_keepWhatTheyDoNotKnow_whenSavedByTheirOwner() {
    TestServer server = TestServer.get();
    JdbcClient db = server.bean(JdbcClient.class);
    Http owner = server.owner();
    SampleOffer offer = new SampleOffer();
    db.sql(
            "UPDATE form SET settings = JSON_SET(settings, '$.looks.glow', 'soft') WHERE form_key = :key")
        .param("key", offer.formKey)
        .update();
    db.sql(
            "UPDATE business SET settings = JSON_SET(settings, '$.motto', 'sewn by hand') WHERE id = 1")
        .update();
    JsonNode business = owner.get("/api/business").json();
    ObjectNode saved = JSON.createObjectNode();
    saved.set("version", business.get("version"));
    saved.set("settings", business.get("settings"));
    assertThat(owner.json("PUT", "/api/business", saved).status()).isEqualTo(200);
    assertThat(one(db, "SELECT JSON_VALUE(settings, '$.motto') FROM business WHERE id = 1"))
        .isEqualTo("sewn by hand");

    JsonNode form = form(owner, offer);
    ObjectNode asked = JSON.createObjectNode();
    asked.set("version", form.get("version"));
    asked.set("settings", ((ObjectNode) form.get("settings")).put("name", "On every page"));
    assertThat(
            owner
                .json("PUT", "/api/offers/" + offer.id + "/forms/" + form.get("id").asLong(), asked)
                .status())
        .isEqualTo(200);
    String kept =
        "SELECT JSON_VALUE(settings, '$.%s') FROM form WHERE form_key = '" + offer.formKey + "'";
    assertThat(one(db, kept.formatted("looks.glow"))).isEqualTo("soft");
    assertThat(one(db, kept.formatted("name"))).isEqualTo("On every page");
  }

  @Test
  void aStepAndWhatAnOfferGives_keepWhatTheyDoNotKnow_whenSavedByTheirOwner() {
    JdbcClient db = TestServer.get().bean(JdbcClient.class);
    SampleOffer offer = new SampleOffer(SampleOffer.step(1, "Did it hold?"));
    Sequence sequence = offer.sequence();
    long step = sequence.steps().get(0).step().id();
    db.sql("UPDATE step SET rules = JSON_SET(rules, '$.tide', 'high') WHERE id = :id")
        .param("id", step)
        .update();
    db.sql("UPDATE offer SET gives = JSON_SET(gives, '$.DOWNLOAD.glow', 'soft') WHERE id = :id")
        .param("id", offer.id)
        .update();

    offer.follow(sequence.version(), SequenceDraft.of(sequence));
    Offers offers = TestServer.get().bean(Offers.class);
    Offer present = offers.get(offer.id);
    offers.save(offer.id, present.version(), present.settings());

    assertThat(offer.sequence().version()).isEqualTo(sequence.version() + 1);
    assertThat(one(db, "SELECT JSON_VALUE(rules, '$.tide') FROM step WHERE id = " + step))
        .isEqualTo("high");
    assertThat(
            one(
                db,
                "SELECT JSON_VALUE(gives, '$.DOWNLOAD.glow') FROM offer WHERE id = " + offer.id))
        .isEqualTo("soft");
    assertThat(offers.get(offer.id).settings().gives()).isEqualTo(present.settings().gives());
  }

  @Test
  void aTrialThatEnds_keepsWhatItDoesNotKnow() {
    JdbcClient db = TestServer.get().bean(JdbcClient.class);
    Trials trials = TestServer.get().bean(Trials.class);
    Sequence.Email step =
        new SampleOffer(SampleOffer.step(1, "Did it hold?")).sequence().steps().get(0);
    VersionTrial draft = trials.make(Tested.EMAIL, step.emailId());
    TrialContent b = TrialContent.of(step.content().withSubject("How is your spine?"));
    trials.save(draft.id(), draft.version(), TrialSettings.usual(Tested.EMAIL), b);
    trials.start(draft.id());
    db.sql("UPDATE trial SET other = JSON_SET(other, '$.email.tone', 'warm') WHERE id = :id")
        .param("id", draft.id())
        .update();
    String tone = "SELECT JSON_VALUE(other, '$.email.tone') FROM trial WHERE id = " + draft.id();

    trials.end(draft.id(), Trial.Version.A, false);
    assertThat(one(db, tone)).isEqualTo("warm");
    trials.turn(draft.id(), Trial.Version.B);
    assertThat(one(db, tone)).isEqualTo("warm");
    assertThat(trials.get(draft.id()).other()).isEqualTo(TrialContent.of(step.content()));
  }

  private static JsonNode form(Http owner, SampleOffer offer) {
    return owner
        .get("/api/offers/" + offer.id + "/forms")
        .json()
        .valueStream()
        .filter(one -> one.get("key").asString().equals(offer.formKey))
        .findFirst()
        .orElseThrow();
  }

  private static String one(JdbcClient db, String sql) {
    return db.sql(sql).query(String.class).single();
  }
}
