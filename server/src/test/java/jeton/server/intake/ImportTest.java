package jeton.server.intake;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.people.ImportRule;
import jeton.core.people.ListSettings;
import jeton.harness.Http;
import jeton.harness.MailingSteps;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.leaving.Departures;
import jeton.server.people.People;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Rule L4: people brought in as files. */
class ImportTest {
  private static final String STATEMENT = "Signed up at the autumn fair, on paper, in 2025.";
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();
  private final Imports imports = server.bean(Imports.class);
  private final MailingSteps steps = new MailingSteps(server);
  private final JdbcClient db = server.bean(JdbcClient.class);

  private long bringIn(byte[] file) {
    Http.Answer answer = owner.upload("/api/imports?name=people.csv", file);
    assertThat(answer.status()).as(answer.body()).isEqualTo(200);
    return answer.json().get("id").asLong();
  }

  private PersonImport run(byte[] file) {
    return run(file, ImportRule.Known.FILL, ListSettings.FIRST);
  }

  private PersonImport run(byte[] file, ImportRule.Known known, long list) {
    long id = bringIn(file);
    check(id, known, list);
    PersonImport.ImportCounts wouldDo = imports.get(id).checked().orElseThrow();
    imports.start(id);
    work();
    PersonImport done = imports.get(id);
    assertThat(done.state()).isEqualTo(PersonImport.State.DONE);
    assertThat(done.counts()).isEqualTo(wouldDo);
    return done;
  }

  private void check(long id, ImportRule.Known known, long list) {
    ImportPlan plan = imports.get(id).plan();
    imports.check(
        id,
        new ImportPlan(
            plan.form(),
            plan.columns(),
            plan.targets(),
            List.of(list),
            List.of("fair"),
            known,
            Optional.empty(),
            STATEMENT));
    work();
    assertThat(imports.get(id).state()).isEqualTo(PersonImport.State.CHECKED);
  }

  private void work() {
    while (server.bean(ImportWork.class).work()) {
      // Until all rows are dealt with.
    }
  }

  private static byte[] utf8(String csv) {
    return csv.getBytes(StandardCharsets.UTF_8);
  }

  private JsonNode person(String email) {
    return owner.get("/api/people?words=" + email).json().get("people").get(0);
  }

  @ParameterizedTest
  @ValueSource(strings = {",", ";", "\t"})
  void isReadWithWhateverStandsBetweenCells(String delimiter) {
    String email = newAddress();
    String csv = "E-mail,First name\r\n" + email + ",\"Aoife \"\"Ada\"\"\nof Tillbrook\"\r\n";
    PersonImport done = run(utf8(csv.replace(",", delimiter)));
    assertThat(done.counts().refused()).isEqualTo(1);
    String second = newAddress();
    run(
        utf8(
            ("E-mail,First name\r\n" + second + ",\"Ada \"\"B\"\"\"\r\n").replace(",", delimiter)));
    assertThat(person(second).get("firstName").asString()).isEqualTo("Ada \"B\"");
  }

  @Test
  void aMarkAtTheStart_andWindows1252_areToldApart() {
    String one = newAddress();
    run(utf8("\uFEFFemail,first_name\n" + one + ",Zoë\n"));
    String two = newAddress();
    run(("email,first_name\n" + two + ",Zoë\n").getBytes(Charset.forName("windows-1252")));
    assertThat(person(one).get("firstName").asString()).isEqualTo("Zoë");
    assertThat(person(two).get("firstName").asString()).isEqualTo("Zoë");
  }

  @Test
  void whoLeft_isNeverPutBack_andTheReportSaysWhy() {
    long list = steps.list("Import");
    long left = steps.people(1, list).get(0);
    String address = steps.address(left);
    server.bean(Departures.class).leave(left, "on the page", Optional.empty());
    String fresh = newAddress();
    PersonImport done =
        run(
            utf8(
                "email\n"
                    + address
                    + "\n"
                    + fresh
                    + "\nnot an address\n"
                    + fresh.toUpperCase()
                    + "\n"));
    assertThat(done.counts()).isEqualTo(new PersonImport.ImportCounts(1, 0, 1, 2));
    assertThat(steps.state(left)).isEqualTo("LEFT");
    String report = owner.get("/api/imports/" + done.id() + "/refused.csv").body();
    assertThat(report).contains("has left: only they can come back", "not an address");
  }

  @Test
  void theSameFileAgain_changesNothing() {
    String csv =
        "email,first_name,tags\n" + newAddress() + ",Ada,\"a1; a2\"\n" + newAddress() + ",,\n";
    assertThat(run(utf8(csv)).counts()).isEqualTo(new PersonImport.ImportCounts(2, 0, 0, 0));
    assertThat(run(utf8(csv)).counts()).isEqualTo(new PersonImport.ImportCounts(0, 0, 2, 0));
  }

  @Test
  void knownOnes_areFilledIn_orOverwritten_orSkipped() {
    String email = newAddress();
    run(utf8("email,first_name\n" + email + ",\n"));
    run(utf8("email,first_name\n" + email + ",Ada\n"));
    assertThat(person(email).get("firstName").asString()).isEqualTo("Ada");
    run(utf8("email,first_name\n" + email + ",Bea\n"));
    assertThat(person(email).get("firstName").asString()).isEqualTo("Ada");
    run(utf8("email,first_name\n" + email + ",Bea\n"), ImportRule.Known.SKIP, ListSettings.FIRST);
    assertThat(person(email).get("firstName").asString()).isEqualTo("Ada");
    run(
        utf8("email,first_name\n" + email + ",Bea\n"),
        ImportRule.Known.OVERWRITE,
        ListSettings.FIRST);
    assertThat(person(email).get("firstName").asString()).isEqualTo("Bea");
  }

  @Test
  void peopleInIt_areOnTheList_withTags_andEvidence() {
    long list = steps.list("Fair");
    String email = newAddress();
    run(utf8("email,tags\n" + email + ",paper\n"), ImportRule.Known.FILL, list);
    long id = person(email).get("id").asLong();
    JsonNode whole = owner.get("/api/people/" + id).json();
    assertThat(whole.toString()).contains("\"fair\"", "\"paper\"");
    assertThat(server.history(email)).contains("IMPORTED", STATEMENT);
    assertThat(server.bean(jeton.server.people.Lists.class).of(id))
        .extracting(jeton.server.people.Lists.Membership::listId)
        .containsExactly(list);
  }

  @Test
  void canBeTakenBack_untilSomebodyHadAnEmail() {
    long list = steps.list("Back");
    String email = newAddress();
    PersonImport done = run(utf8("email\n" + email + "\n"), ImportRule.Known.FILL, list);
    assertThat(imports.takeBack(done.id()).state()).isEqualTo(PersonImport.State.TAKEN_BACK);
    assertThat(owner.get("/api/people?words=" + email).json().get("total").asLong()).isZero();
    PersonImport again = run(utf8("email\n" + email + "\n"), ImportRule.Known.FILL, list);
    steps.send(
        steps.draft(
            "hello", jeton.core.mailing.Recipients.of(list), jeton.core.mailing.SendWhen.now()));
    Http.Answer answer = owner.json("POST", "/api/imports/" + again.id() + "/take-back", Map.of());
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.body()).contains("had an email already");
  }

  @Test
  void newPeopleCanBeAskedToConfirm_byAnOffersOwnConfirmation() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    long id = bringIn(utf8("email\n" + email + "\n"));
    ImportPlan plan = imports.get(id).plan();
    imports.check(
        id,
        new ImportPlan(
            plan.form(),
            plan.columns(),
            plan.targets(),
            plan.lists(),
            List.of(),
            plan.known(),
            Optional.of(offer.id),
            STATEMENT));
    work();
    imports.start(id);
    work();
    assertThat(person(email).get("state").asString()).isEqualTo("WAITING_TO_CONFIRM");
    server.settle();
    offer.confirm(email);
    assertThat(person(email).get("state").asString()).isEqualTo("ON_THE_LIST");
  }

  @Test
  void sinsOfTables_areTakenOrToldNextToTheFile() {
    StringBuilder wide = new StringBuilder("email");
    for (int i = 1; i < 300; i++) {
      wide.append(",c").append(i);
    }
    String email = newAddress();
    wide.append('\n').append(email).append(",x".repeat(299)).append('\n');
    assertThat(run(utf8(wide.toString())).counts().added()).isEqualTo(1);
    String unclosed = "email,name\n" + newAddress() + ",\"never closed" + " and on".repeat(400_000);
    Http.Answer answer = owner.upload("/api/imports?name=x.csv", utf8(unclosed));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.body()).contains("quotation mark");
    String formula = newAddress();
    run(utf8("email,first_name\n" + formula + ",'=1+1\n"));
    assertThat(person(formula).get("firstName").asString()).isEqualTo("=1+1");
  }

  @Test
  void whatIsNotSaid_keepsItFromBeginning() {
    long id = bringIn(utf8("a,b\n1,2\n"));
    ImportPlan plan = imports.get(id).plan();
    Http.Answer answer = owner.json("POST", "/api/imports/" + id + "/check", plan);
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.body())
        .contains("Exactly one column holds the addresses", "Say where these people");
  }

  @Test
  void cutOffAnywhere_itGoesOnWhereItWas() {
    StringBuilder csv = new StringBuilder("email\n");
    List<String> emails = new ArrayList<>();
    for (int i = 0; i < 5000; i++) {
      emails.add("cut" + i + "." + newAddress());
      csv.append(emails.get(i)).append('\n');
    }
    long id = bringIn(utf8(csv.toString()));
    check(id, ImportRule.Known.FILL, ListSettings.FIRST);
    imports.start(id);
    server.bean(ImportWork.class).work();
    // Another instance takes over: what this one had open is nothing to it.
    db.sql("UPDATE person_import SET worker = 'somebody else', lease_until = :gone WHERE id = :id")
        .param("gone", jeton.server.database.Utc.bind(server.clock.instant().minusSeconds(1)))
        .param("id", id)
        .update();
    work();
    assertThat(imports.get(id).counts().added()).isEqualTo(5000);
    assertThat(
            db.sql("SELECT COUNT(*) FROM person WHERE import_id = :id")
                .param("id", id)
                .query(Long.class)
                .single())
        .isEqualTo(5000);
  }

  @Test
  void anExport_wiped_andImported_isTheSamePeople() {
    long list = steps.list("Round trip");
    String csv =
        "email,first_name,tags\n"
            + newAddress()
            + ",\"=SUM(1)\",\"one; two\"\n"
            + newAddress()
            + ",Łucja,\n";
    PersonImport first = run(utf8(csv.replace("\"=SUM", "\"'=SUM")), ImportRule.Known.FILL, list);
    Map<String, Object> asked =
        Map.of(
            "words",
            "",
            "question",
            Map.of(
                "kind", "GROUP",
                "match", "ALL",
                "parts",
                    List.of(
                        Map.of(
                            "kind", "CONDITION",
                            "what", "LIST",
                            "op", "HAS",
                            "value", String.valueOf(list)))),
            "page",
            0,
            "size",
            0);
    String out = owner.json("POST", "/api/people/export", asked).body();
    assertThat(out).contains("'=SUM(1)");
    imports.takeBack(first.id());
    PersonImport again = run(utf8(out), ImportRule.Known.FILL, list);
    assertThat(again.counts()).isEqualTo(new PersonImport.ImportCounts(2, 0, 0, 0));
    assertThat(owner.json("POST", "/api/people/export", asked).body().lines().map(this::stable))
        .containsExactlyInAnyOrderElementsOf(out.lines().map(this::stable).toList());
    assertThat(server.bean(People.class)).isNotNull();
  }

  /** A row without the moment somebody was first seen. */
  private String stable(String row) {
    return row.replaceAll("[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9:.]+Z", "");
  }
}
