package jeton.server.followup;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
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
import jeton.standins.mailbox.ReceivedEmail;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;

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
    servers = new ChildServer(home);
    servers.start();
    one = servers.owner(0);
    servers.start();
    two = servers.owner(1);
  }

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
}
