package jeton.server.segment;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import jeton.core.Vectors;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.offer.OfferKind;
import jeton.core.people.PersonState;
import jeton.core.segment.Asking;
import jeton.core.segment.Criterion;
import jeton.core.segment.FieldKind;
import jeton.core.segment.PersonFacts;
import jeton.core.segment.PlainText;
import jeton.core.segment.SegmentJson;
import jeton.core.segment.Subject;
import jeton.harness.TestServer;
import jeton.server.database.Utc;
import jeton.server.form.Forms;
import jeton.server.mailing.Mailings;
import jeton.server.offer.Offers;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Rule L3 as the database answers it: by the same cases as core. */
class CriterionSqlTest {
  private static final TestServer SERVER = TestServer.get();
  private static final JdbcClient DB = SERVER.bean(JdbcClient.class);
  private static final Map<String, Long> NUMBERS = new HashMap<>();
  private static int made;

  static Stream<Vectors.Case> cases() {
    return Vectors.cases("segments").filter(c -> c.out().has("matches"));
  }

  @ParameterizedTest
  @MethodSource("cases")
  void findsWhomTheRuleFinds(Vectors.Case c) {
    Map<String, Long> people = new HashMap<>();
    c.in()
        .get("people")
        .forEach(
            person ->
                people.put(person.get("name").asString(), add(SegmentJson.facts(person), person)));
    JsonNode fields = c.in().get("fields");
    Asking asking =
        new Asking(
            key ->
                Optional.ofNullable(fields.get(key))
                    .map(kind -> FieldKind.valueOf(SegmentJson.constant(kind.asString()))),
            ZoneId.of(c.in().get("zone").asString()),
            Instant.parse(c.in().get("now").asString()));
    Criterion question = numbered(SegmentJson.question(c.in().get("segment")));
    CriterionSql.Where where = CriterionSql.of(question, asking, "q");
    Set<Long> found =
        new HashSet<>(
            DB.sql("SELECT p.id FROM person p WHERE p.id IN (:people) AND " + where.sql())
                .param("people", people.values())
                .params(where.params())
                .query(Long.class)
                .list());
    PeopleSet set =
        PeopleSet.of(
            question,
            leaf -> SERVER.bean(SegmentStore.class).people(CriterionSql.bits(plain(leaf), asking)));
    assertThat(
            people.values().stream().filter(id -> set.bits().get((int) (long) id) != set.isBut()))
        .as("gathered as a set")
        .containsExactlyInAnyOrderElementsOf(found);
    assertThat(people.keySet().stream().filter(name -> found.contains(people.get(name))))
        .containsExactlyInAnyOrderElementsOf(
            StreamSupport.stream(c.out().get("matches").spliterator(), false)
                .map(JsonNode::asString)
                .toList());
  }

  private static Criterion.Condition plain(Criterion.Condition c) {
    return new Criterion.Condition(c.what(), c.field(), c.op().plain(), c.value(), c.when());
  }

  /** The cases name things by words, the database by numbers. */
  private static Criterion numbered(Criterion question) {
    if (question instanceof Criterion.Group group) {
      return new Criterion.Group(
          group.match(), group.parts().stream().map(CriterionSqlTest::numbered).toList());
    }
    Criterion.Condition c = (Criterion.Condition) question;
    return new Criterion.Condition(
        c.what(), c.field(), c.op(), c.value().map(value -> numbered(c.what(), value)), c.when());
  }

  private static String numbered(Subject what, String value) {
    return switch (what) {
      case LIST, SIGNED_UP, CONFIRMED, PASS_USED, CODE_USED -> String.valueOf(number(what, value));
      case OUTCOME -> number(what, value) + ":" + value;
      case PRIZE -> number(what, "") + ":" + value;
      case PIECE_OPENED -> number(what, "") + ":" + number(what, value);
      case EMAIL_SENT, EMAIL_OPENED, EMAIL_CLICKED -> "m" + number(what, value);
      default -> value;
    };
  }

  /** Lists, offers and emails to many of those names, made when they are first met. */
  private static long number(Subject what, String name) {
    return switch (what) {
      case LIST ->
          NUMBERS.computeIfAbsent(
              "list " + name,
              key ->
                  insert(
                      "INSERT INTO mailing_list (name, sentence, list_key, created_at) VALUES ('x', 'x', '"
                          + "k"
                          + ++made
                          + "', '2026-01-01')"));
      case EMAIL_SENT, EMAIL_OPENED, EMAIL_CLICKED ->
          NUMBERS.computeIfAbsent("email " + name, key -> mailing());
      case OUTCOME -> NUMBERS.computeIfAbsent("quiz " + name, key -> offer("QUIZ"));
      case PRIZE -> NUMBERS.computeIfAbsent("wheel", key -> offer("WHEEL"));
      case PIECE_OPENED ->
          name.isEmpty()
              ? NUMBERS.computeIfAbsent("page", key -> offer("PRIVATE_PAGE"))
              : NUMBERS.computeIfAbsent("piece " + name, key -> (long) ++made);
      default -> NUMBERS.computeIfAbsent("offer " + name, key -> offer("DOWNLOAD"));
    };
  }

  private static long offer(String kind) {
    return SERVER.bean(Offers.class).make("Segment " + ++made, OfferKind.valueOf(kind)).id();
  }

  private static long mailing() {
    long id =
        SERVER
            .bean(Mailings.class)
            .add(new EmailContent("x", "", "<p>x</p>", EmailButton.NONE))
            .id();
    insert(
        "INSERT INTO issue (mailing_id, number, list_id, settings, question, planned_at, begun_at, state, last_id)"
            + " SELECT id, 0, 1, settings, '{\"kind\":\"GROUP\"}', '2026-01-01', '2026-01-01', 'DONE', 0"
            + " FROM mailing WHERE id = "
            + id);
    return id;
  }

  private static long insert(String sql) {
    org.springframework.jdbc.support.GeneratedKeyHolder id =
        new org.springframework.jdbc.support.GeneratedKeyHolder();
    DB.sql(sql).update(id);
    return Optional.ofNullable(id.getKey()).map(Number::longValue).orElse(0L);
  }

  private static long add(PersonFacts facts, JsonNode person) {
    String name = "segment" + ++made + "@mail.example";
    Optional<Instant> since = facts.since();
    PersonState state = Subject.stateOf(facts.state()).orElse(PersonState.WAITING_TO_CONFIRM);
    long id =
        insert(
            "INSERT INTO person (email, email_key, first_name, state, state_since, listed_since, created_at) VALUES ('"
                + name
                + "', '"
                + name
                + "', '', '"
                + state
                + "', '2026-01-01', "
                + since.map(at -> "'" + Utc.bind(at) + "'").orElse("NULL")
                + ", '2026-01-01')");
    DB.sql(
            "UPDATE person SET from_form = :form, from_site = :site, from_campaign = :campaign, zone = :zone WHERE id = :id")
        .param("form", facts.source().get(Subject.FROM_FORM))
        .param("site", facts.source().get(Subject.FROM_SITE))
        .param("campaign", facts.source().get(Subject.FROM_CAMPAIGN))
        .param("zone", facts.source().get(Subject.ZONE))
        .param("id", id)
        .update();
    facts.fields().forEach((key, answers) -> answer(id, key, answers));
    facts
        .ids()
        .getOrDefault(Subject.TAG, Set.of())
        .forEach(
            tag -> {
              insert("INSERT IGNORE INTO tag VALUES ('" + tag + "', '" + tag + "', '2026-01-01')");
              insert("INSERT IGNORE INTO tag_name VALUES ('" + tag + "', '" + tag + "')");
              insert("INSERT INTO person_tag VALUES (" + id + ", '" + tag + "', '2026-01-01')");
            });
    ids(facts, Subject.LIST)
        .forEach(
            list ->
                insert(
                    "INSERT INTO list_member (list_id, person_id, since) VALUES ("
                        + list
                        + ", "
                        + id
                        + ", '2026-01-01')"));
    ids(facts, Subject.PASS_USED)
        .forEach(
            offer ->
                insert(
                    "INSERT INTO pass (person_id, offer_id, issued_at, first_used_at) VALUES ("
                        + id
                        + ", "
                        + offer
                        + ", '2026-01-01', '2026-01-02')"));
    ids(facts, Subject.CODE_USED)
        .forEach(
            offer ->
                insert(
                    "INSERT INTO coupon_grant (offer_id, person_id, at, used_at) VALUES ("
                        + offer
                        + ", "
                        + id
                        + ", '2026-01-01', '2026-01-02')"));
    played(facts, id);
    facts
        .ids()
        .getOrDefault(Subject.PIECE_OPENED, Set.of())
        .forEach(
            piece ->
                insert(
                    "INSERT INTO page_progress (offer_id, person_id, piece, first_at, last_at) VALUES ("
                        + number(Subject.PIECE_OPENED, "")
                        + ", "
                        + id
                        + ", "
                        + number(Subject.PIECE_OPENED, piece)
                        + ", '2026-01-01', '2026-01-01')"));
    if (person.has("signUps")) {
      person.get("signUps").forEach(signUp -> signUp(id, signUp));
    }
    if (person.has("emails")) {
      person.get("emails").forEach(email -> email(id, email));
    }
    return id;
  }

  private static List<Long> ids(PersonFacts facts, Subject what) {
    List<Long> ids = new ArrayList<>();
    facts.ids().getOrDefault(what, Set.of()).forEach(name -> ids.add(number(what, name)));
    return ids;
  }

  private static void answer(long id, String key, List<String> answers) {
    if (!answers.isEmpty()) {
      String answer = String.join("; ", answers);
      DB.sql(
              "INSERT INTO person_answer (person_id, field_key, answer, answer_key, at) VALUES (:id, :key, :answer, :plain, '2026-01-01')")
          .param("id", id)
          .param("key", key)
          .param("answer", answer)
          .param("plain", PlainText.of(answer))
          .update();
    }
  }

  private static void played(PersonFacts facts, long id) {
    // One offer has one result; whoever came to several played several quizzes.
    facts
        .ids()
        .getOrDefault(Subject.OUTCOME, Set.of())
        .forEach(
            outcome ->
                insert(
                    "INSERT INTO result VALUES ("
                        + id
                        + ", "
                        + number(Subject.OUTCOME, outcome)
                        + ", '"
                        + outcome
                        + "', '2026-01-01')"));
    long wheel = number(Subject.PRIZE, "");
    for (String prize : facts.ids().getOrDefault(Subject.PRIZE, Set.of())) {
      long edition =
          NUMBERS.computeIfAbsent(
              "edition",
              key ->
                  insert(
                      "INSERT INTO wheel_edition (offer_id, hash, edition, made_at) VALUES ("
                          + wheel
                          + ", REPEAT('x', 32), '{}', '2026-01-01')"));
      insert(
          "INSERT INTO spin (offer_id, form_id, edition_id, submission_key, at, mailbox, slice, won, state, person_id, sign_up_id) VALUES ("
              + wheel
              + ", 0, "
              + edition
              + ", 'segment"
              + ++made
              + "', '2026-01-01', 'x', '"
              + prize
              + "', TRUE, 'GIVEN', "
              + id
              + ", 0)");
    }
  }

  private static void signUp(long id, JsonNode signUp) {
    long offer = number(Subject.SIGNED_UP, signUp.get("offer").asString());
    long form = SERVER.bean(Forms.class).hosted(offer).id();
    DB.sql(
            "INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, decision, page, network, consent_given, confirmed_at) VALUES (:id, :offer, :form, :key, :at, 'x', '', '', FALSE, :confirmed)")
        .param("id", id)
        .param("offer", offer)
        .param("form", form)
        .param("key", String.format(Locale.ROOT, "segment%020d", ++made))
        .param("at", at(signUp, "at").orElseThrow())
        .param("confirmed", at(signUp, "confirmedAt").orElse(null))
        .update();
  }

  private static void email(long id, JsonNode email) {
    long mailing = number(Subject.EMAIL_SENT, email.get("id").asString());
    Optional<java.time.LocalDateTime> sent = at(email, "sentAt");
    long outbox =
        insert(
            "INSERT INTO outbox (message_id, kind, urgent, person_id, state, due_at, created_at, settled_at, issue_id) VALUES ('segment"
                + ++made
                + "', 'MAILING', FALSE, "
                + id
                + ", '"
                + (sent.isPresent() ? "SENT" : "DROPPED")
                + "', '2026-01-01', '2026-01-01', "
                + sent.map(at -> "'" + at + "'").orElse("NULL")
                + ", (SELECT MAX(id) FROM issue WHERE mailing_id = "
                + mailing
                + "))");
    DB.sql(
            "INSERT INTO email_reading (outbox_id, opened_at, clicked_at) VALUES (:id, :opened, :clicked)")
        .param("id", outbox)
        .param("opened", at(email, "openedAt").orElse(null))
        .param("clicked", at(email, "clickedAt").orElse(null))
        .update();
  }

  private static Optional<java.time.LocalDateTime> at(JsonNode node, String key) {
    return Optional.ofNullable(node.get(key))
        .filter(text -> !text.isNull())
        .map(text -> Utc.bind(Instant.parse(text.asString())));
  }
}
