package jeton.server.signup;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import jakarta.mail.internet.MimeMessage;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.Executors;
import java.util.stream.Stream;
import jeton.core.form.Afterwards;
import jeton.core.form.KnownVisitor;
import jeton.core.form.PageWords;
import jeton.core.people.PersonState;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.leaving.Departures;
import jeton.server.offer.OfferSettings;
import jeton.server.people.People;
import jeton.server.people.Person;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rules S over HTTP. */
class SignUpTest {
  private final TestServer server = TestServer.get();

  private Person person(String email) {
    List<Person> found =
        server
            .bean(People.class)
            .search(
                People.Filter.of(email, Optional.empty(), Optional.empty(), Optional.empty()), 0, 2)
            .people();
    assertThat(found).hasSize(1);
    return found.get(0);
  }

  static OfferSettings withoutConfirmation(OfferSettings s) {
    var c = s.confirm();
    return new OfferSettings(
        s.name(),
        s.slug(),
        new jeton.core.confirm.ConfirmSettings(
            false, c.email(), c.waiting(), c.confirmed(), c.daysGood(), c.opensIncentive()),
        s.handOver());
  }

  @Test
  void newPerson_waits_andIsSentAConfirmation() throws Exception {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    Http.Answer answer = offer.signUp(email);
    assertThat(answer.status()).isEqualTo(303);
    assertThat(answer.header("Location")).isEqualTo("/o/" + offer.slug + "/thanks");
    assertThat(person(email).state()).isEqualTo(PersonState.WAITING_TO_CONFIRM);
    server.settle();
    MimeMessage message = offer.newest(email);
    assertThat(message.getContentType()).startsWith("multipart/alternative");
    assertThat(message.getHeader("List-Unsubscribe")).isNull();
    assertThat(SampleOffer.part(message, 0)).contains("Hello Aoife", "/c/", "4 Gable Yard");
    assertThat(SampleOffer.part(message, 1))
        .contains("Hello Aoife", "Yes, that was me", "4 Gable Yard");
  }

  @Test
  void fetchingTheLink_confirmsNobody_pressingItDoes_once() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(email);
    server.settle();
    String link = offer.link(email, "/c/");
    assertThat(offer.visitor.get(link).body())
        .contains("data-first-sign")
        .doesNotContain("data-sends-itself");
    assertThat(person(email).state()).isEqualTo(PersonState.WAITING_TO_CONFIRM);
    assertThat(offer.visitor.form(link, Map.of()).status()).isEqualTo(303);
    assertThat(person(email).state()).isEqualTo(PersonState.ON_THE_LIST);
    assertThat(offer.visitor.form(link, Map.of()).status()).isEqualTo(303);
    assertThat(offer.visitor.get(link).body()).contains("plan.pdf");
    server.settle();
    assertThat(offer.subjects(email)).hasSize(2);
  }

  @Test
  void manyClicksAtOnce_handOverOnce() throws Exception {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(email);
    server.settle();
    String link = offer.link(email, "/c/");
    Callable<Integer> click = () -> new Http(server.base).form(link, Map.of()).status();
    var clicks = Executors.newFixedThreadPool(6);
    for (var done : clicks.invokeAll(Stream.generate(() -> click).limit(12).toList())) {
      assertThat(done.get()).isEqualTo(303);
    }
    clicks.shutdown();
    server.settle();
    assertThat(offer.subjects(email)).hasSize(2);
  }

  @Test
  void confirmedPage_opensWhatWasPromised() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.join(email);
    String link = offer.link(email, "/c/");
    Http.Answer file = offer.visitor.get(link.replace("/c/", "/g/") + "/files/1");
    assertThat(file.bytes()).isEqualTo(SampleOffer.FILE);
  }

  @Test
  void confirmationOff_handsOverByEmailAtOnce() {
    SampleOffer offer = new SampleOffer(SignUpTest::withoutConfirmation);
    String email = newAddress();
    offer.signUp(email);
    server.settle();
    assertThat(person(email).state()).isEqualTo(PersonState.ON_THE_LIST);
    assertThat(offer.visitor.get(offer.link(email, "/g/") + "/files/1").bytes())
        .isEqualTo(SampleOffer.FILE);
  }

  @Test
  void theAnswerNeverTells_whetherAnAddressIsKnown() {
    SampleOffer offer = new SampleOffer();
    String known = newAddress();
    offer.join(known);
    String blocked = newAddress();
    offer.join(blocked);
    server.bean(Departures.class).block(person(blocked).id());
    server.clock.forward(Duration.ofMinutes(3));
    Http.Answer fresh = offer.signUp(newAddress());
    for (String email : List.of(known, blocked)) {
      Http.Answer again = offer.signUp(email);
      assertThat(again.status()).isEqualTo(fresh.status());
      assertThat(again.header("Location")).isEqualTo(fresh.header("Location"));
    }
    server.settle();
    assertThat(offer.subjects(known)).as("delivered again").hasSize(3);
    assertThat(offer.subjects(blocked)).as("nothing more").hasSize(2);
  }

  @Test
  void whoeverIsOnTheList_isToldSo_onlyWhereTheOwnerWantsIt() {
    SampleOffer offer = new SampleOffer();
    Forms forms = server.bean(Forms.class);
    Form form = forms.hosted(offer.id);
    KnownVisitor told =
        new KnownVisitor(true, new PageWords("You have it already", "It is in your mailbox."));
    Afterwards plain = Afterwards.PLAIN;
    forms.save(
        form.id(),
        form.version(),
        form.settings()
            .withAfterwards(
                new Afterwards(false, plain.message(), "", List.of(), 0, told, Map.of(), "")));
    String email = newAddress();
    assertThat(offer.signUp(email).header("Location")).endsWith("/thanks");
    server.settle();
    offer.confirm(email);
    String next = offer.signUp(email).header("Location");
    assertThat(offer.visitor.get(next).body()).contains("You have it already");
    assertThat(offer.visitor.get("/o/" + offer.slug + "/thanks").body())
        .doesNotContain("You have it already");
  }

  @Test
  void aMegabyteInAField_isRefused_whicheverWayItComes() {
    SampleOffer offer = new SampleOffer();
    String path = "/p/forms/" + offer.formKey + "/signups";
    Map<String, String> fields =
        Map.of("email", newAddress(), "consent", "yes", "first_name", "a".repeat(1 << 20));
    assertThat(offer.visitor.json("POST", path, fields).status()).isEqualTo(413);
    assertThat(offer.signUp(fields).status()).isEqualTo(413);
  }

  @Test
  void onceInTwoMinutes_andFiveTimesADay_confirmationsAreSent() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(email);
    assertThat(offer.signUp(email).status()).isEqualTo(303);
    server.settle();
    assertThat(offer.subjects(email)).hasSize(1);
    for (int i = 0; i < 7; i++) {
      server.clock.forward(Duration.ofMinutes(3));
      assertThat(offer.signUp(email).status()).isEqualTo(303);
      server.settle();
    }
    assertThat(offer.subjects(email)).hasSize(5);
    server.clock.forward(Duration.ofDays(1));
    offer.signUp(email);
    server.settle();
    assertThat(offer.subjects(email)).hasSize(6);
  }

  @Test
  void anOlderLink_stillWorks_andHandsOverOnce() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(email);
    server.settle();
    String older = offer.link(email, "/c/");
    server.clock.forward(Duration.ofMinutes(3));
    offer.signUp(email);
    server.settle();
    String newer = offer.link(email, "/c/");
    assertThat(newer).isNotEqualTo(older);
    offer.visitor.form(older, Map.of());
    offer.visitor.form(newer, Map.of());
    server.settle();
    assertThat(offer.subjects(email)).hasSize(3);
    assertThat(offer.visitor.get(newer).body()).contains("plan.pdf");
  }

  @Test
  void whoeverLeft_mustConfirm_evenWithConfirmationOff() {
    SampleOffer offer = new SampleOffer(SignUpTest::withoutConfirmation);
    String email = newAddress();
    offer.signUp(email);
    server.settle();
    offer.visitor.form(offer.link(email, "/u/"), Map.of());
    assertThat(person(email).state()).isEqualTo(PersonState.LEFT);
    offer.signUp(email);
    server.settle();
    assertThat(person(email).state()).isEqualTo(PersonState.LEFT);
    offer.confirm(email);
    assertThat(person(email).state()).isEqualTo(PersonState.ON_THE_LIST);
  }

  @Test
  void anUnreachableAddress_getsTheUsualAnswer_andIsReachableAgainOnceConfirmed() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    server.refuse(email, 550);
    offer.signUp(email);
    server.settle();
    assertThat(person(email).state()).isEqualTo(PersonState.UNREACHABLE);
    server.takeAgain(email);
    server.clock.forward(Duration.ofMinutes(3));
    assertThat(offer.signUp(email).header("Location")).isEqualTo("/o/" + offer.slug + "/thanks");
    server.settle();
    assertThat(person(email).state()).isEqualTo(PersonState.UNREACHABLE);
    offer.confirm(email);
    assertThat(person(email).state()).isEqualTo(PersonState.ON_THE_LIST);
    server.settle();
    assertThat(offer.subjects(email)).hasSize(2);
  }

  @Test
  void aDoubleSubmit_isOneSignUp_andACorrectedAddressIsAnother() {
    SampleOffer offer = new SampleOffer();
    String key = "abcdefghijklmnopqrstuvwxyz0";
    String email = newAddress();
    String corrected = newAddress();
    for (String typed : List.of(email, email, corrected)) {
      offer.signUp(Map.of("email", typed, "consent", "yes", "submission_key", key));
    }
    assertThat(server.bean(jeton.server.dossier.Dossiers.class).of(person(email).id()))
        .extracting("signUps")
        .asList()
        .hasSize(1);
    assertThat(server.bean(jeton.server.dossier.Dossiers.class).of(person(corrected).id()))
        .extracting("signUps")
        .asList()
        .hasSize(1);
  }

  @Test
  void sameAddressFromManySides_atOnce_isOnePersonAndOneEmail() throws Exception {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    Callable<Integer> one = () -> offer.signUp(email).status();
    var sides = Executors.newFixedThreadPool(8);
    for (var done : sides.invokeAll(Stream.generate(() -> one).limit(16).toList())) {
      assertThat(done.get()).isEqualTo(303);
    }
    sides.shutdown();
    server.settle();
    assertThat(offer.subjects(email)).hasSize(1);
  }

  @Test
  void consent_isKeptAsEvidence() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    offer.signUp(
        Map.of(
            "email",
            email,
            "consent",
            "yes",
            "zone",
            "Europe/Lisbon",
            "page",
            "https://shop.example/papers"));
    server.settle();
    offer.confirm(email);
    Http owner = server.owner();
    var signUp =
        owner.get("/api/people/" + person(email).id()).json().get("dossier").get("signUps").get(0);
    assertThat(signUp.get("wording").asString()).startsWith("Send me this");
    assertThat(signUp.get("consentGiven").asBoolean()).isTrue();
    assertThat(signUp.get("network").asString()).isEqualTo("127.0.0.0/24");
    assertThat(signUp.get("zone").asString()).isEqualTo("Europe/Lisbon");
    assertThat(signUp.get("page").asString()).isEqualTo("https://shop.example/papers");
    assertThat(signUp.get("confirmedBy").asString()).isEqualTo("pressed the button");
  }

  @ParameterizedTest
  @CsvSource({
    "'', empty",
    "ann, no_at",
    "ann@localhost, bad_domain",
    "'ann@x.example\r\nBcc: b@x.example', control_character"
  })
  void wrongAddresses_areToldBesideTheField_andNothingTypedIsLost(String typed, String code) {
    SampleOffer offer = new SampleOffer();
    Http.Answer json =
        offer.visitor.json(
            "POST",
            "/p/forms/" + offer.formKey + "/signups",
            Map.of("email", typed, "consent", true));
    assertThat(json.status()).isEqualTo(422);
    assertThat(json.header("Content-Type")).startsWith("application/problem+json");
    assertThat(json.problem()).isEqualTo(code);
    Http.Answer page =
        offer.signUp(Map.of("email", typed, "first_name", "<b>Ann</b> & co", "consent", "yes"));
    assertThat(page.status()).isEqualTo(422);
    assertThat(page.body())
        .contains("data-problem=\"email\">", "value=\"&lt;b&gt;Ann&lt;/b&gt; &amp; co\"");
  }

  @Test
  void aTickNeeded_isAskedFor() {
    SampleOffer offer = new SampleOffer();
    Http.Answer answer = offer.signUp(Map.of("email", newAddress()));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.body()).contains("data-problem=\"consent\">");
  }

  @Test
  void markupInAName_reachesNobodyAsMarkup() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    String name = "<img src=x onerror=alert(1)> {{email}} '; DROP TABLE person; --";
    offer.signUp(Map.of("email", email, "first_name", name, "consent", "yes"));
    server.settle();
    // Nobody has confirmed the address yet: what is no name is not said to it (S14).
    MimeMessage first = offer.newest(email);
    assertThat(SampleOffer.part(first, 0)).contains("Hello there").doesNotContain("img");
    offer.confirm(email);
    server.settle();
    MimeMessage message = offer.newest(email);
    assertThat(SampleOffer.part(message, 1))
        .doesNotContain("<img src=x")
        .contains("&lt;img src=x", "{{email}}");
    assertThat(SampleOffer.part(message, 0)).contains(name);
    assertThat(person(email).firstName()).isEqualTo(name);
  }

  @Test
  void aForgedLink_andAnExpiredOne_sayWhatToDo() {
    SampleOffer offer = new SampleOffer();
    String email = newAddress();
    assertThat(offer.visitor.get("/c/AAAAAAAAAAAAAAAAAAAAAAAAAAA").status()).isEqualTo(404);
    assertThat(offer.visitor.form("/c/AAAAAAAAAAAAAAAAAAAAAAAAAAA", Map.of()).status())
        .isEqualTo(404);
    offer.signUp(email);
    server.settle();
    String link = offer.link(email, "/c/");
    server.clock.forward(Duration.ofDays(7));
    assertThat(offer.visitor.get(link).status()).isEqualTo(410);
    offer.visitor.form(link, Map.of());
    assertThat(person(email).state()).isEqualTo(PersonState.WAITING_TO_CONFIRM);
    assertThat(offer.visitor.form(link + "/again", Map.of()).status()).isEqualTo(200);
    server.settle();
    offer.confirm(email);
    assertThat(person(email).state()).isEqualTo(PersonState.ON_THE_LIST);
  }

  @Test
  void aPausedOffer_takesNobody_andSaysSo() {
    SampleOffer offer = new SampleOffer();
    Http owner = server.owner();
    owner.json("PUT", "/api/offers/" + offer.id + "/state", Map.of("state", "PAUSED"));
    assertThat(offer.visitor.get("/o/" + offer.slug).body()).contains("resting");
    assertThat(offer.signUp(newAddress()).body()).contains("resting");
  }
}
