package jeton.server.display;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.display.DisplayRules;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.FormField;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.trial.Measure;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;
import jeton.harness.Http;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.numbers.Counting;
import jeton.server.token.Tokens;
import jeton.server.trial.Seats;
import jeton.server.trial.TrialContent;
import jeton.server.trial.TrialEnds;
import jeton.server.trial.Trials;
import jeton.server.trial.VersionTrial;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Two versions of a form tried on visitors (X1, X2). */
class TwoVersionsTest extends OnASite {
  private final Trials trials = server.bean(Trials.class);
  private final Http owner = server.owner();

  private static FormSettings saying(FormSettings form, String headline) {
    return form.withWords(FormWords.plain(headline, "", List.of(), "Send"));
  }

  private VersionTrial trial(Form form, int shareOfA, boolean byItself) {
    VersionTrial draft = trials.make(Tested.FORM, form.id());
    trials.save(
        draft.id(),
        draft.version(),
        new TrialSettings(shareOfA, Measure.SIGNED_UP, byItself),
        TrialContent.of(saying(form.settings(), "A code for papers")));
    return trials.start(draft.id());
  }

  private static String visitor() {
    return Tokens.random();
  }

  /** A new visitor who is to have this version. */
  private static String visitor(VersionTrial trial, Trial.Version version) {
    String visitor = visitor();
    while (trial.versionFor(visitor) != version) {
      visitor = visitor();
    }
    return visitor;
  }

  private Map<String, Object> from(String visitor) {
    Map<String, Object> facts = at("/");
    facts.put("visitor", visitor);
    return facts;
  }

  private JsonNode shown(Form form, Map<String, Object> facts) {
    return ask(facts)
        .json()
        .get("forms")
        .valueStream()
        .filter(f -> f.get("key").asString().equals(form.key()))
        .findFirst()
        .orElseThrow();
  }

  private void see(Form form, String visitor) {
    String told =
        JSON.writeValueAsString(
            Map.of("form", form.key(), "url", site.origin() + "/", "visitor", visitor));
    assertThat(browser.plain("/p/sites/" + site.key() + "/seen", site.origin(), told).status())
        .isEqualTo(204);
  }

  private String signUp(Form form, String visitor) {
    String email = newAddress();
    assertThat(send(form, Map.of("email", email, "visitor", visitor)).status()).isEqualTo(200);
    return email;
  }

  private JsonNode result(VersionTrial trial) {
    server.bean(Seats.class).flush();
    return owner.get("/api/trials/" + trial.id()).json().get("result");
  }

  private static List<Long> counts(JsonNode result) {
    return List.of("didA", "metA", "didB", "metB").stream()
        .map(name -> result.get(name).asLong())
        .toList();
  }

  @Test
  void eachVisitorKeepsTheirVersion_asTheHashSays_andOneWithoutAnIdMeetsA() {
    Form form = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    VersionTrial trial = trial(form, 5000, false);
    for (int i = 0; i < 20; i++) {
      String visitor = visitor();
      String words =
          trial.versionFor(visitor) == Trial.Version.A ? "Headline" : "A code for papers";
      for (int page = 0; page < 2; page++) {
        JsonNode shown = shown(form, from(visitor));
        assertThat(shown.get("label").asString()).isEqualTo(words);
        assertThat(shown.get("html").asString()).contains(words).contains(visitor);
      }
    }
    JsonNode plain = shown(form, at("/"));
    assertThat(plain.get("label").asString()).isEqualTo("Headline");
    assertThat(plain.get("html").asString()).doesNotContain("name=\"visitor\"");
    assertThat(shown(form, from("<script>")).get("html").asString()).doesNotContain("script");
  }

  @Test
  void visitorsCountOnce_howeverOftenTheyLook_andPeopleOnce_onHoweverManyDevices() {
    Form form = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    VersionTrial trial = trial(form, 5000, false);
    String first = visitor(trial, Trial.Version.A);
    String second = visitor(trial, Trial.Version.B);
    see(form, first);
    see(form, first);
    see(form, second);
    see(form, visitor(trial, Trial.Version.B));
    see(form, "");
    assertThat(counts(result(trial))).containsExactly(0L, 1L, 0L, 2L);
    String email = signUp(form, first);
    signUp(form, second);
    assertThat(counts(result(trial))).containsExactly(1L, 1L, 1L, 2L);
    // The same person on another device, where B is met; and another address on the first.
    String phone = visitor(trial, Trial.Version.B);
    see(form, phone);
    send(form, Map.of("email", email, "visitor", phone));
    signUp(form, first);
    assertThat(counts(result(trial))).containsExactly(1L, 1L, 1L, 3L);
    // Who signed up before it was told that they saw it.
    signUp(form, visitor(trial, Trial.Version.A));
    assertThat(counts(result(trial))).containsExactly(2L, 2L, 1L, 3L);
  }

  @Test
  void confirmations_areCountedOfThoseWhoSawIt() {
    Form form = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    VersionTrial trial = trial(form, 5000, false);
    trials.save(
        trial.id(),
        trial.version(),
        new TrialSettings(5000, Measure.CONFIRMED, false),
        trial.other());
    String email = signUp(form, visitor(trial, Trial.Version.B));
    signUp(form, visitor(trial, Trial.Version.B));
    server.settle();
    offer.confirm(email);
    Counting counting = server.bean(Counting.class);
    while (counting.work()) {
      // Until all are counted.
    }
    assertThat(counts(result(trial))).containsExactly(0L, 0L, 1L, 2L);
  }

  @Test
  void theFieldsOfTheVersionThatWasMet_areRead() {
    Form form =
        form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE), FormField.of("first_name", "Name", true));
    VersionTrial draft = trials.make(Tested.FORM, form.id());
    FormSettings f = form.settings();
    FormSettings short_ =
        new FormSettings(
            f.name(),
            f.words(),
            f.picture(),
            List.of(FormField.email("Email", "")),
            f.looks(),
            f.opening(),
            f.afterwards(),
            f.display());
    trials.save(draft.id(), 1, draft.settings(), TrialContent.of(short_));
    VersionTrial trial = trials.start(draft.id());
    String b = visitor(trial, Trial.Version.B);
    String a = visitor(trial, Trial.Version.A);
    assertThat(send(form, Map.of("email", newAddress(), "visitor", b)).status()).isEqualTo(200);
    assertThat(send(form, Map.of("email", newAddress(), "visitor", a)).status()).isEqualTo(422);
    assertThat(owner.get("/api/trials/" + trial.id()).json().get("differences").toString())
        .contains("Asks for");
  }

  @Test
  void onTheHostedPage_theVersionIsKeptInTheBrowser_whileTheTrialRunsOnly() {
    Forms forms = server.bean(Forms.class);
    Form hosted = forms.hosted(offer.id);
    Http alone = new Http(server.base);
    assertThat(alone.get("/o/" + offer.slug).headers().firstValue("Set-Cookie")).isEmpty();
    VersionTrial trial = trial(hosted, 5000, false);
    boolean a = false;
    boolean b = false;
    for (int i = 0; i < 40 && !(a && b); i++) {
      Http one = new Http(server.base);
      String page = one.get("/o/" + offer.slug).body();
      assertThat(one.get("/o/" + offer.slug).body().contains("A code for papers"))
          .isEqualTo(page.contains("A code for papers"));
      a |= !page.contains("A code for papers");
      b |= page.contains("A code for papers");
      String visitor = page.replaceAll("(?s).*name=\"visitor\" value=\"([^\"]+)\".*", "$1");
      Map<String, String> sent = new HashMap<>(Map.of("email", newAddress(), "consent", "yes"));
      sent.put("visitor", visitor);
      assertThat(one.form("/p/forms/" + hosted.key() + "/signups", sent).status()).isEqualTo(303);
    }
    assertThat(a && b).isTrue();
    JsonNode result = result(trial);
    assertThat(result.get("didA")).isEqualTo(result.get("metA"));
    assertThat(result.get("didB")).isEqualTo(result.get("metB"));
    trials.end(trial.id(), Trial.Version.B, false);
    assertThat(new Http(server.base).get("/o/" + offer.slug).body()).contains("A code for papers");
  }

  @Test
  void whatIsTried_staysAsItIs_whatBothShareMayChange() {
    Form form = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    trial(form, 5000, false);
    String path = "/api/offers/" + offer.id + "/forms/" + form.id();
    Map<String, Object> words =
        Map.of("version", form.version(), "settings", saying(form.settings(), "Third"));
    assertThat(owner.json("PUT", path, words).problem()).isEqualTo("trial_running");
    FormSettings calmer =
        form.settings()
            .withDisplay(
                new DisplayRules(
                    DisplayRules.CALM.pages(),
                    DisplayRules.CALM.audience(),
                    DisplayRules.CALM.frequency(),
                    DisplayRules.CALM.season(),
                    form.settings().display().trigger(),
                    9));
    Map<String, Object> shared = Map.of("version", form.version(), "settings", calmer);
    assertThat(owner.json("PUT", path, shared).status()).isEqualTo(200);
  }

  @Test
  void theOneTaken_isTheForm_andTheOtherIsKept_toBePutBack() {
    Form form = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    VersionTrial trial = trial(form, 5000, false);
    String path = "/api/trials/" + trial.id();
    JsonNode ended = owner.json("POST", path + "/end", Map.of("taken", "B")).json();
    assertThat(ended.get("state").asString()).isEqualTo("ENDED");
    assertThat(ended.at("/other/form/words/headline").asString()).isEqualTo("Headline");
    Forms forms = server.bean(Forms.class);
    assertThat(forms.get(form.id()).settings().words().headline()).isEqualTo("A code for papers");
    assertThat(shown(form, from(visitor())).get("label").asString()).isEqualTo("A code for papers");
    // Sent twice, or by somebody else meanwhile: it has ended, as it was.
    assertThat(
            owner.json("POST", path + "/end", Map.of("taken", "A")).json().get("taken").asString())
        .isEqualTo("B");
    assertThat(
            owner.json("POST", path + "/turn", Map.of("taken", "A")).json().get("taken").asString())
        .isEqualTo("A");
    assertThat(forms.get(form.id()).settings().words().headline()).isEqualTo("Headline");
    assertThat(
            owner.json("POST", path + "/turn", Map.of("taken", "A")).json().get("taken").asString())
        .as("sent twice")
        .isEqualTo("A");
    assertThat(forms.get(form.id()).settings().words().headline()).isEqualTo("Headline");
    assertThat(owner.json("POST", path + "/turn", Map.of()).problem()).isEqualTo("missing");
    assertThat(owner.get("/api/trials").body()).contains("\"id\":" + trial.id());
  }

  @Test
  void endsByItself_onceOneIsGoodEnough_notBeforeThreeDays() {
    Form form = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    VersionTrial trial = trial(form, 5000, true);
    Seats seats = server.bean(Seats.class);
    for (int i = 0; i < 150; i++) {
      seats.seen(Seats.Seat.of(trial, visitor(trial, Trial.Version.A)));
      seats.seen(Seats.Seat.of(trial, visitor(trial, Trial.Version.B)));
    }
    seats.flush();
    long personId = 900_000_000L;
    for (int i = 0; i < 60; i++) {
      seats.signedUp(Seats.Seat.of(trial, visitor(trial, Trial.Version.B)), personId++);
    }
    server.clock.forward(java.time.Duration.ofHours(1));
    TrialEnds ends = server.bean(TrialEnds.class);
    ends.work();
    assertThat(trials.get(trial.id()).state()).isEqualTo(VersionTrial.State.RUNNING);
    assertThat(result(trial).get("daysLeft").asLong()).isBetween(1L, 3L);
    server.clock.forward(java.time.Duration.ofHours(73));
    ends.work();
    VersionTrial over = trials.get(trial.id());
    assertThat(over.taken()).isEqualTo(Optional.of(Trial.Version.B));
    assertThat(over.byItself()).isTrue();
    // Who met what is gone; the counts are not.
    assertThat(counts(result(trial))).containsExactly(0L, 150L, 60L, 210L);
    assertThat(
            server
                .bean(org.springframework.jdbc.core.simple.JdbcClient.class)
                .sql("SELECT COUNT(*) FROM trial_seat WHERE trial_id = :id")
                .param("id", trial.id())
                .query(Long.class)
                .single())
        .isZero();
  }

  @Test
  void oneTrialAtATime_aDraftIsThrownAway_andTakenBack() {
    Form form = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    Map<String, Object> make = Map.of("tested", "FORM", "targetId", form.id());
    JsonNode draft = owner.json("POST", "/api/trials", make).json();
    assertThat(owner.json("POST", "/api/trials", make).json().get("id")).isEqualTo(draft.get("id"));
    String path = "/api/trials/" + draft.get("id").asLong();
    assertThat(owner.json("POST", path + "/start", Map.of()).problem()).isEqualTo("same");
    assertThat(owner.delete(path).status()).isEqualTo(204);
    String last = "/api/trials/last?tested=FORM&targetId=" + form.id();
    assertThat(owner.get(last).json().has("trial")).isFalse();
    assertThat(owner.json("POST", path + "/back", Map.of()).json().get("state").asString())
        .isEqualTo("DRAFT");
    assertThat(owner.get(last).json().at("/trial/state").asString()).isEqualTo("DRAFT");
    Map<String, Object> save =
        Map.of(
            "version", draft.get("version").asInt(),
            "settings", new TrialSettings(20, Measure.SIGNED_UP, false),
            "other", TrialContent.of(saying(form.settings(), "Other")));
    assertThat(owner.json("PUT", path, save).problem()).isEqualTo("out_of_range");
    assertThat(owner.json("PUT", path, Map.of("version", 1)).problem()).isEqualTo("missing");
    assertThat(owner.json("POST", "/api/trials", Map.of("targetId", 1)).problem())
        .isEqualTo("missing");
    Map<String, Object> nothing =
        Map.of("version", 1, "settings", new TrialSettings(5000, Measure.SIGNED_UP, false));
    assertThat(owner.json("PUT", path, nothing).problem()).isEqualTo("missing");
    assertThat(
            owner
                .json("POST", "/api/trials", Map.of("tested", "FORM", "targetId", 99999999))
                .status())
        .isEqualTo(404);
  }
}
