package jeton.server.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.harness.Awaiting;
import jeton.harness.ChildServer;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Two server processes on one database do what cannot both be done, at the same time, a hundred
 * times each: it has one effect, and nobody is answered by a fault.
 */
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RivalsTest {
  private static final int TIMES = 100;
  private static final Pattern CONFIRM = Pattern.compile("http://\\S+/c/[A-Za-z0-9_-]+");

  private Path home;
  private ChildServer servers;
  private Http one;
  private Http two;
  private final ExecutorService hands = Executors.newFixedThreadPool(8);

  @BeforeAll
  void start(@TempDir Path home) throws IOException {
    this.home = home;
    Files.setPosixFilePermissions(home, PosixFilePermissions.fromString("rwxr-xr-x"));
    servers = servers(home);
    servers.start();
    one = servers.owner(0);
    beforeTheOther(servers);
    servers.start();
    two = servers.owner(1);
    servers.makeOffer(one);
    // Within a second the other hears whom emails come from: before, it could send none.
    Awaiting.until(
        () ->
            two.get("/api/business")
                .json()
                .at("/settings/senderEmail")
                .asString()
                .equals(TestServer.quireAndThread().senderEmail()));
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

  private String offer() {
    return servers.makeOffer(one);
  }

  private static List<String> addresses(int number) {
    List<String> addresses = new ArrayList<>();
    for (int i = 0; i < number; i++) {
      addresses.add(SampleOffer.newAddress());
    }
    return addresses;
  }

  private void signUp(String form, List<String> addresses) {
    for (String email : addresses) {
      Map<String, String> typed = Map.of("email", email, "first_name", "Aoife", "consent", "yes");
      assertThat(one.form("/p/forms/" + form + "/signups", typed).status()).isEqualTo(303);
    }
  }

  private String confirmation(String email) {
    Awaiting.until(() -> !servers.mailbox.to(email).isEmpty());
    ReceivedEmail first = servers.mailbox.to(email).get(0);
    Matcher link =
        CONFIRM.matcher(SampleOffer.part(servers.mailbox.message(first.id()).orElseThrow(), 0));
    assertThat(link.find()).isTrue();
    return link.group().replaceAll("http://[^/]+", "");
  }

  private void join(String form, List<String> addresses) {
    signUp(form, addresses);
    for (String email : addresses) {
      assertThat(one.form(confirmation(email), Map.of()).status()).isEqualTo(303);
    }
  }

  /** Both at once; what they answered. */
  private List<Integer> atOnce(Callable<Integer> first, Callable<Integer> second) throws Exception {
    Future<Integer> a = hands.submit(first);
    Future<Integer> b = hands.submit(second);
    return List.of(a.get(), b.get());
  }

  private long personId(String email) {
    return servers.number("SELECT id FROM person WHERE email = '" + email + "'");
  }

  private long sequence(String form) {
    return servers.number(
        "SELECT o.sequence_id FROM offer o JOIN form f ON f.offer_id = o.id WHERE f.form_key = '"
            + form
            + "'");
  }

  private Http.Answer save(Http owner, long sequence, int steps, int firstWait) {
    List<Map<String, Object>> drafts = new ArrayList<>();
    var present = owner.get("/api/sequences/" + sequence).json();
    for (int i = 0; i < steps; i++) {
      Map<String, Object> draft = new HashMap<>();
      var known = present.get("steps").get(i);
      if (known != null) {
        draft.put("id", known.get("id").asLong());
        draft.put("emailId", known.get("emailId").asLong());
      }
      draft.put("emailVersion", known == null ? 0 : known.get("emailVersion").asInt());
      draft.put("ready", true);
      draft.put("rules", Map.of("waitAmount", i == 0 ? firstWait : 0, "waitUnit", "MINUTES"));
      draft.put(
          "email",
          Map.of(
              "subject",
              "Step " + i,
              "preview",
              "",
              "style",
              "LETTER",
              "blocks",
              List.of(Map.of("kind", "TEXT", "html", "<p>Hello</p>")),
              "ownPlain",
              "",
              "linkTags",
              List.of()));
      drafts.add(draft);
    }
    Map<String, Object> whole = new HashMap<>();
    whole.put("name", "Welcome");
    whole.put("steps", drafts);
    whole.put("reopens", false);
    return owner.json(
        "PUT",
        "/api/sequences/" + sequence,
        Map.of("version", present.get("version").asInt(), "sequence", whole));
  }

  private long sent(long sequence) {
    return servers.number(
        "SELECT COUNT(*) FROM outbox o JOIN step s ON s.id = o.step_id WHERE s.sequence_id = "
            + sequence
            + " AND o.state = 'SENT'");
  }

  private long waiting(long sequence) {
    return servers.number(
        "SELECT COUNT(*) FROM run WHERE ended_at IS NULL AND sequence_id = " + sequence);
  }

  /** Subjects somebody was sent, each once or not at all. */
  private Set<String> subjectsOnce(String email) {
    List<String> all = servers.mailbox.to(email).stream().map(ReceivedEmail::subject).toList();
    assertThat(all).doesNotHaveDuplicates();
    return new HashSet<>(all);
  }

  @Test
  void theHome_isItsOwnersAlone() throws IOException {
    assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(home)))
        .isEqualTo("rwx------");
    assertThat(
            PosixFilePermissions.toString(
                Files.getPosixFilePermissions(home.resolve("secret.key"))))
        .isEqualTo("rw-------");
  }

  @Test
  void twoClicksOnOneLink_handOverOnce() throws Exception {
    String form = offer();
    List<String> people = addresses(TIMES);
    signUp(form, people);
    for (String email : people) {
      String link = confirmation(email);
      assertThat(
              atOnce(
                  () -> one.form(link, Map.of()).status(), () -> two.form(link, Map.of()).status()))
          .containsOnly(303);
      assertThat(servers.number("SELECT COUNT(*) FROM pass WHERE person_id = " + personId(email)))
          .isEqualTo(1);
    }
    people.forEach(email -> Awaiting.until(() -> servers.mailbox.to(email).size() == 2));
  }

  @Test
  void twoSignUpsOfOneAddress_askOnce() throws Exception {
    String form = offer();
    for (String email : addresses(TIMES)) {
      Map<String, String> typed = Map.of("email", email, "consent", "yes");
      assertThat(
              atOnce(
                  () -> one.form("/p/forms/" + form + "/signups", typed).status(),
                  () -> two.form("/p/forms/" + form + "/signups", typed).status()))
          .containsOnly(303);
      assertThat(
              servers.number(
                  "SELECT COUNT(*) FROM outbox WHERE kind = 'CONFIRMATION' AND person_id = "
                      + personId(email)))
          .isEqualTo(1);
    }
  }

  @Test
  void addingSomebodyTwice_startsThemOnce() throws Exception {
    String form = offer();
    List<String> people = addresses(TIMES);
    join(form, people);
    long sequence =
        one.json("POST", "/api/sequences", Map.of("name", "By hand")).json().get("id").asLong();
    assertThat(save(one, sequence, 2, 60).status()).isEqualTo(200);
    for (String email : people) {
      Map<String, Object> who = Map.of("people", List.of(personId(email)), "again", true);
      String path = "/api/sequences/" + sequence + "/people";
      assertThat(
              atOnce(
                  () -> one.json("POST", path, who).status(),
                  () -> two.json("POST", path, who).status()))
          .containsOnly(200);
    }
    assertThat(servers.number("SELECT COUNT(*) FROM run WHERE sequence_id = " + sequence))
        .isEqualTo(TIMES);
  }

  @Test
  void leavingWhileEmailsAreSent_endsThem_andWhatLeftIsRecorded() throws Exception {
    String form = offer();
    long sequence = sequence(form);
    assertThat(save(one, sequence, 6, 0).status()).isEqualTo(200);
    List<String> people = addresses(TIMES);
    signUp(form, people);
    for (String email : people) {
      String link = confirmation(email);
      assertThat(one.form(link, Map.of()).status()).isEqualTo(303);
      long id = personId(email);
      // Six emails are on their way to them now, by either process.
      assertThat(two.json("POST", "/api/people/" + id + "/block", Map.of()).status())
          .isEqualTo(204);
    }
    Awaiting.until(() -> waiting(sequence) == 0);
    Awaiting.until(
        () ->
            servers.number(
                    "SELECT COUNT(*) FROM outbox WHERE state = 'WAITING' AND step_id IN"
                        + " (SELECT id FROM step WHERE sequence_id = "
                        + sequence
                        + ")")
                == 0);
    Awaiting.until(() -> received(people) == sent(sequence));
    people.forEach(this::subjectsOnce);
  }

  private long received(List<String> people) {
    return people.stream()
        .flatMap(email -> servers.mailbox.to(email).stream())
        .filter(email -> email.subject().startsWith("Step "))
        .count();
  }

  @Test
  void aPauseHoldsFromTheMomentItIsAnswered_whoeverMovesMeanwhile() {
    String form = offer();
    long sequence = sequence(form);
    assertThat(save(one, sequence, 20, 0).status()).isEqualTo(200);
    List<String> people = addresses(40);
    join(form, people);
    for (int i = 0; i < TIMES && waiting(sequence) > 0; i++) {
      Http pauses = i % 2 == 0 ? one : two;
      pauses.json("PUT", "/api/sequences/" + sequence + "/paused", Map.of("paused", true));
      long then = received(people);
      long until = System.nanoTime() + Duration.ofMillis(60).toNanos();
      while (System.nanoTime() < until) {
        assertThat(received(people)).isEqualTo(then);
      }
      pauses.json("PUT", "/api/sequences/" + sequence + "/paused", Map.of("paused", false));
      long now = then;
      Awaiting.until(() -> received(people) > now || waiting(sequence) == 0);
    }
    Awaiting.until(() -> waiting(sequence) == 0);
    Awaiting.until(() -> received(people) == 20L * people.size());
    people.forEach(this::subjectsOnce);
  }

  @Test
  void editingWhilePeopleMove_sendsNothingTwice_andLeavesNothingOut() {
    String form = offer();
    long sequence = sequence(form);
    assertThat(save(one, sequence, 12, 0).status()).isEqualTo(200);
    List<String> people = addresses(30);
    join(form, people);
    for (int i = 0; i < TIMES && waiting(sequence) > 0; i++) {
      // Another wait for those who still wait for the first; the others go on as they were.
      assertThat(save(i % 2 == 0 ? one : two, sequence, 12, i % 2).status()).isIn(200, 409);
    }
    assertThat(save(one, sequence, 12, 0).status()).isEqualTo(200);
    Awaiting.until(() -> waiting(sequence) == 0);
    Awaiting.until(() -> received(people) == 12L * people.size());
    people.forEach(this::subjectsOnce);
  }

  @Test
  void reachableAgain_againstItsUndo_leavesNobodyHalfway() throws Exception {
    String form = offer();
    long sequence = sequence(form);
    assertThat(save(one, sequence, 2, 60).status()).isEqualTo(200);
    List<String> people = addresses(8);
    join(form, people);
    List<Long> ids = people.stream().map(this::personId).toList();
    String since = Instant.now().minusSeconds(60).toString();
    for (int i = 0; i < TIMES; i++) {
      for (long id : ids) {
        // As a report about a broken-off delivery leaves them.
        servers.sql(
            "UPDATE person SET former_state = state, state = 'UNREACHABLE', state_since = NOW(3)"
                + " WHERE state = 'ON_THE_LIST' AND id = "
                + id,
            "UPDATE run SET ended_at = NOW(3), end_reason = 'PERSON_UNREACHABLE', next_due_at = NULL"
                + " WHERE ended_at IS NULL AND person_id = "
                + id);
      }
      Map<String, Object> who = Map.of("since", since);
      Http.Answer again = one.json("POST", "/api/unreachable/reachable-again", who);
      Map<String, Object> what = Map.of("at", again.json().get("at").asString());
      assertThat(
              atOnce(
                  () -> one.json("POST", "/api/unreachable/undo", what).status(),
                  () -> two.json("POST", "/api/unreachable/reachable-again", who).status()))
          .containsOnly(200);
      // Whoever is on the list is on their way, and nobody else is.
      assertThat(
              servers.number(
                  "SELECT COUNT(*) FROM person p WHERE p.id IN ("
                      + ids.toString().replaceAll("[\\[\\]]", "")
                      + ") AND (p.state = 'ON_THE_LIST') <> EXISTS (SELECT 1 FROM run r"
                      + " WHERE r.person_id = p.id AND r.sequence_id = "
                      + sequence
                      + " AND r.ended_at IS NULL)"))
          .isZero();
    }
  }

  /** T13, with each of two emails moved on by whichever process is first. */
  @Test
  void twoSequencesThatAreDueAtOnce_keepTheirSpacing() throws Exception {
    List<String> people = addresses(40);
    join(offer(), people);
    spacing(24);
    try {
      List<Long> sequences = new ArrayList<>();
      for (int i = 0; i < 2; i++) {
        sequences.add(
            one.json("POST", "/api/sequences", Map.of("name", "Due")).json().get("id").asLong());
        assertThat(save(one, sequences.get(i), 1, 0).status()).isEqualTo(200);
      }
      Map<String, Object> all =
          Map.of("people", people.stream().map(this::personId).toList(), "again", true);
      String first = "/api/sequences/" + sequences.get(0) + "/people";
      String second = "/api/sequences/" + sequences.get(1) + "/people";
      assertThat(
              atOnce(
                  () -> one.json("POST", first, all).status(),
                  () -> two.json("POST", second, all).status()))
          .containsOnly(200);
      Awaiting.until(() -> sent(sequences.get(0)) + sent(sequences.get(1)) >= people.size());
      // Who is held back is due in a day; until then nobody is due who was not sent something.
      Awaiting.until(
          () ->
              servers.number(
                      "SELECT COUNT(*) FROM run WHERE ended_at IS NULL"
                          + " AND next_due_at < UTC_TIMESTAMP() + INTERVAL 23 HOUR AND sequence_id IN ("
                          + sequences.get(0)
                          + ", "
                          + sequences.get(1)
                          + ")")
                  == 0);
      assertThat(sent(sequences.get(0)) + sent(sequences.get(1))).isEqualTo(people.size());
      people.forEach(
          email ->
              assertThat(
                      servers.mailbox.to(email).stream()
                          .filter(received -> received.subject().startsWith("Step ")))
                  .hasSize(1));
    } finally {
      spacing(0);
    }
  }

  @SuppressWarnings("unchecked")
  private void spacing(int hours) {
    var now = one.get("/api/business").json();
    Map<String, Object> settings =
        new JsonMapper().readValue(now.get("settings").toString(), new TypeReference<>() {});
    Map<String, Object> sending = new HashMap<>((Map<String, Object>) settings.get("sending"));
    sending.put("spacingHours", hours);
    settings.put("sending", sending);
    Map<String, Object> change =
        Map.of("version", now.get("version").asInt(), "settings", settings);
    assertThat(one.json("PUT", "/api/business", change).status()).isEqualTo(200);
    Awaiting.until(
        () ->
            two.get("/api/business").json().at("/settings/sending/spacingHours").asInt() == hours);
  }

  @Test
  void oneLeavesWhileAllAreMadeReachable_andHasLeft() throws Exception {
    String form = offer();
    List<String> people = addresses(TIMES);
    join(form, people);
    String since = Instant.now().minusSeconds(60).toString();
    for (String email : people) {
      long id = personId(email);
      servers.sql(
          "UPDATE person SET former_state = state, state = 'UNREACHABLE', state_since = NOW(3) WHERE id = "
              + id);
      Map<String, Object> who = Map.of("since", since);
      assertThat(
              atOnce(
                  () -> one.json("POST", "/api/unreachable/reachable-again", who).status(),
                  () -> two.json("POST", "/api/people/" + id + "/block", Map.of()).status()))
          .containsExactly(200, 204);
      assertThat(
              servers.number("SELECT COUNT(*) FROM person WHERE state = 'BLOCKED' AND id = " + id))
          .isEqualTo(1);
      assertThat(
              servers.number(
                  "SELECT COUNT(*) FROM run WHERE ended_at IS NULL AND person_id = " + id))
          .isZero();
    }
  }

  @Test
  void whatStandsAside_isTriedAgainOnce_byBoth() throws Exception {
    String form = offer();
    long sequence = sequence(form);
    assertThat(save(one, sequence, 1, 60).status()).isEqualTo(200);
    List<String> people = addresses(4);
    join(form, people);
    for (int i = 0; i < TIMES; i++) {
      servers.sql(
          "UPDATE run SET set_aside_at = NOW(3), trouble = 'x', next_due_at = NULL WHERE ended_at IS NULL"
              + " AND sequence_id = "
              + sequence);
      assertThat(
              atOnce(
                  () -> one.json("POST", "/api/set-aside/try-again", Map.of()).status(),
                  () -> two.json("POST", "/api/set-aside/try-again", Map.of()).status()))
          .containsOnly(200);
      assertThat(
              servers.number(
                  "SELECT COUNT(*) FROM run WHERE set_aside_at IS NOT NULL AND sequence_id = "
                      + sequence))
          .isZero();
    }
    Awaiting.until(() -> waiting(sequence) == people.size());
    people.forEach(this::subjectsOnce);
  }

  @Test
  void twoWhoHaveSendingGoOn_bothFindItGoing() throws Exception {
    for (int i = 0; i < TIMES; i++) {
      servers.sql(
          "INSERT IGNORE INTO sending_halt (id, halted_at, refusals, reason) VALUES (1, NOW(3), 20, '550 relay')");
      assertThat(
              atOnce(
                  () -> one.json("POST", "/api/mail/go-on", Map.of()).status(),
                  () -> two.json("POST", "/api/mail/go-on", Map.of()).status()))
          .containsOnly(200);
      assertThat(servers.number("SELECT COUNT(*) FROM sending_halt")).isZero();
    }
  }

  /** Fewer times: each is slow on purpose. */
  @Test
  void twoChangesOfOnePassword_oneCounts() throws Exception {
    String present = TestServer.PASSWORD;
    for (int i = 0; i < TIMES / 25; i++) {
      String mine = "a password of mine " + i;
      String theirs = "a password of theirs " + i;
      String was = present;
      List<Integer> answers =
          atOnce(() -> changePassword(one, was, mine), () -> changePassword(two, was, theirs));
      // Whoever came second was signed out by the first, or told that it was changed.
      assertThat(answers).contains(204).containsAnyOf(401, 422);
      present = answers.get(0) == 204 ? mine : theirs;
      one = servers.visitor(0).signIn(TestServer.OWNER, present);
      two = servers.visitor(1).signIn(TestServer.OWNER, present);
      assertThat(
              atOnce(
                  () -> one.delete("/api/account/sessions").status(),
                  () -> two.delete("/api/account/sessions").status()))
          .contains(200)
          .isSubsetOf(200, 401);
      one = servers.visitor(0).signIn(TestServer.OWNER, present);
      two = servers.visitor(1).signIn(TestServer.OWNER, present);
    }
    assertThat(changePassword(one, present, TestServer.PASSWORD)).isEqualTo(204);
    two = servers.owner(1);
  }

  private static int changePassword(Http owner, String present, String wanted) {
    Map<String, String> change = Map.of("present", present, "wanted", wanted);
    return owner.json("PUT", "/api/account/password", change).status();
  }
}
