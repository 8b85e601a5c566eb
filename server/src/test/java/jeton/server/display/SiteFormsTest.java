package jeton.server.display;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.UnaryOperator;
import jeton.core.display.Audience;
import jeton.core.display.DisplayRules;
import jeton.core.display.Frequency;
import jeton.core.display.PagePattern;
import jeton.core.display.Pages;
import jeton.core.display.Season;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.Afterwards;
import jeton.core.form.FieldDefinition;
import jeton.core.form.FieldType;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.KnownVisitor;
import jeton.core.form.Looks;
import jeton.core.form.Opening;
import jeton.core.form.PageWords;
import jeton.core.handover.HandOverSettings;
import jeton.core.signup.VisitorChecks;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.form.ViewCounter;
import jeton.server.offer.OfferSettings;
import jeton.server.site.Sightings;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import org.altcha.altcha.Altcha;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Forms on a site, as the script and anybody else may ask for them. */
class SiteFormsTest {
  private static final JsonMapper JSON = new JsonMapper();
  private final TestServer server = TestServer.get();
  private final SampleOffer offer = new SampleOffer();
  private final Site site =
      server.bean(Sites.class).add("Shop", "https://" + UUID.randomUUID() + ".example/");
  private final Http browser = new Http(server.base);

  @AfterEach
  void asItWas() {
    checks(VisitorChecks.USUAL);
    // Forms of other tests would show on this one's pages.
    Forms forms = server.bean(Forms.class);
    forms.of(offer.id).stream()
        .filter(form -> form.shape() != Shape.FULL_PAGE)
        .forEach(form -> forms.turn(form.id(), false));
  }

  private void checks(VisitorChecks checks) {
    change(b -> with(b, b.fields(), checks));
  }

  private void fields(FieldDefinition... fields) {
    change(b -> with(b, List.of(fields), b.checks()));
  }

  private void change(UnaryOperator<BusinessSettings> how) {
    Business business = server.bean(Business.class);
    business.save(business.now().version(), how.apply(business.now().settings()));
  }

  private static BusinessSettings with(
      BusinessSettings b, List<FieldDefinition> fields, VisitorChecks checks) {
    return new BusinessSettings(
        b.name(),
        b.postalAddress(),
        b.senderName(),
        b.senderEmail(),
        b.replyTo(),
        b.zone(),
        b.palette(),
        b.logo(),
        b.whenUnknown(),
        fields,
        checks,
        b.sending(),
        b.pages());
  }

  private Form form(Shape shape, DisplayRules display, FormField... more) {
    List<FormField> fields = new java.util.ArrayList<>(List.of(FormField.email("Email", "")));
    fields.addAll(List.of(more));
    FormSettings settings =
        new FormSettings(
            "Form",
            FormWords.plain("Headline", "<p>x</p>", List.of(), "Send"),
            FormPicture.NONE,
            fields,
            Looks.of("#FFFFFF", "#000000", "#16423C", "#FFFFFF"),
            Opening.PLAIN,
            Afterwards.PLAIN,
            display);
    Forms forms = server.bean(Forms.class);
    return forms.turn(forms.make(offer.id, shape, settings).id(), true);
  }

  private Form changed(Form form, UnaryOperator<FormSettings> how) {
    return server.bean(Forms.class).save(form.id(), form.version(), how.apply(form.settings()));
  }

  private static DisplayRules rules(Trigger.Kind kind, PagePattern... notOn) {
    return new DisplayRules(
        new Pages(List.of(), List.of(notOn)),
        Audience.NOT_YET_SIGNED_UP,
        Frequency.CALM,
        Season.ALWAYS,
        new Trigger(kind, 0),
        0);
  }

  private Http.Answer ask(Map<String, Object> facts) {
    return browser.plain(
        "/p/sites/" + site.key() + "/decide", site.origin(), JSON.writeValueAsString(facts));
  }

  private List<String> keys(Map<String, Object> facts) {
    return ask(facts).json().get("forms").valueStream().map(f -> f.get("key").asString()).toList();
  }

  private Map<String, Object> at(String path) {
    return new HashMap<>(Map.of("url", site.origin() + path, "pages", 1));
  }

  private Http.Answer send(Form form, Map<String, Object> fields) {
    return browser.json("POST", "/p/forms/" + form.key() + "/signups", fields);
  }

  private Http.Answer sendFrom(String ip, Form form, Map<String, Object> fields) {
    return browser.jsonFrom(ip, "/p/forms/" + form.key() + "/signups", fields);
  }

  @Test
  void theServerDecides_byPageAndPast_andDrawsWhatShows() {
    Form popUp =
        form(
            Shape.POP_UP,
            rules(Trigger.Kind.ON_LEAVING, new PagePattern(PagePattern.Type.STARTS, "/checkout")));
    Form spot = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    assertThat(keys(at("/papers"))).containsExactly(popUp.key());
    assertThat(keys(at("/checkout/pay"))).isEmpty();
    Map<String, Object> withSpot = at("/papers");
    withSpot.put("spots", List.of(spot.key()));
    assertThat(keys(withSpot)).containsExactlyInAnyOrder(popUp.key(), spot.key());
    Map<String, Object> closed = at("/papers");
    long now = server.clock.instant().getEpochSecond();
    closed.put("past", Map.of(popUp.key(), Map.of("shown", 1, "closed", now + 99_999_999)));
    assertThat(keys(closed)).as("closed in a future of the visitor's clock").isEmpty();
    Map<String, Object> done = at("/papers");
    done.put("done", List.of(Long.toString(offer.id)));
    assertThat(keys(done)).isEmpty();
    JsonNode drawn = ask(at("/papers")).json();
    assertThat(drawn.get("css").asString()).contains(".jf-over");
    assertThat(drawn.at("/forms/0/html").asString()).contains("Headline").doesNotContain("style=");
  }

  @Test
  void onlyTheSiteItself_isAnswered() {
    form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    String path = "/p/sites/" + site.key() + "/decide";
    assertThat(browser.plain(path, "https://evil.example", "{}").status()).isEqualTo(403);
    assertThat(browser.plain("/p/sites/nosuchsite/decide", site.origin(), "{}").status())
        .isEqualTo(403);
    assertThat(browser.plain(path, site.origin(), "not json").status()).isEqualTo(400);
    assertThat(browser.plain(path, site.origin(), "x".repeat(40_000)).status()).isEqualTo(413);
    Http.Answer fine = browser.plain(path, site.origin(), "{}");
    assertThat(fine.header("Access-Control-Allow-Origin")).isEqualTo(site.origin());
  }

  @Test
  void offOrPaused_isGoneForVisitors_andWhatTheyTypeIsKept() {
    Form popUp = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    server.bean(Forms.class).turn(popUp.id(), false);
    assertThat(keys(at("/"))).isEmpty();
    Http.Answer late = send(popUp, Map.of("email", newAddress()));
    assertThat(late.status()).isEqualTo(422);
    assertThat(late.problem()).isEqualTo("offer_closed");
    assertThat(late.body()).contains("still here");
  }

  @Test
  void sightings_tellWhereFormsAreSeen_andWhichAreGone() {
    Form popUp = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    Map<String, Object> facts = at("/papers?x=1");
    facts.put("spots", List.of("nosuchform000000"));
    ask(facts);
    String seen =
        JSON.writeValueAsString(Map.of("form", popUp.key(), "url", site.origin() + "/papers?x=1"));
    String path = "/p/sites/" + site.key() + "/seen";
    assertThat(browser.plain(path, site.origin(), seen).status()).isEqualTo(204);
    server.bean(Sightings.class).flush();
    server.bean(ViewCounter.class).flush();
    JsonNode view =
        server
            .owner()
            .get("/api/sites")
            .json()
            .valueStream()
            .filter(v -> v.at("/site/id").asLong() == site.id())
            .findFirst()
            .orElseThrow();
    assertThat(view.get("seenAt").isNull()).isFalse();
    assertThat(view.get("forms").valueStream().map(f -> f.get("formKey").asString()))
        .containsExactlyInAnyOrder(popUp.key(), "nosuchform000000");
    JsonNode pages = server.owner().get("/api/sites/" + site.id() + "/pages").json();
    assertThat(pages.at("/0/page").asString()).isEqualTo(site.origin() + "/papers");
    assertThat(server.bean(Forms.class).counts(offer.id))
        .anyMatch(c -> c.formId() == popUp.id() && c.views() == 1);
  }

  @Test
  void ownFields_areCheckedAndKept_hiddenOnesAreTheFormsOwn() {
    fields(
        new FieldDefinition("makes", FieldType.SEVERAL_OF, "Makes?", List.of("Boxes", "Books")),
        new FieldDefinition("origin", FieldType.HIDDEN, "Origin", List.of()));
    FormField hidden = new FormField("origin", "Origin", "", "", false, false, "spring fair");
    Form form =
        form(Shape.IN_PAGE, DisplayRules.IN_PAGE, FormField.of("makes", "Makes?", true), hidden);
    String email = newAddress();
    assertThat(send(form, Map.of("email", email)).problem()).isEqualTo("empty");
    assertThat(send(form, Map.of("email", email, "makes", "Glass")).problem())
        .isEqualTo("bad_several_of");
    Map<String, Object> good =
        Map.of(
            "email",
            email,
            "makes",
            "Books; Boxes",
            "origin",
            "forged",
            "campaign",
            "utm_source=letter");
    assertThat(send(form, good).status()).isEqualTo(200);
    Http owner = server.owner();
    long id = owner.get("/api/people?words=" + email).json().at("/people/0/id").asLong();
    JsonNode person = owner.get("/api/people/" + id).json();
    assertThat(person.at("/dossier/answers").toString())
        .contains("Boxes; Books")
        .contains("spring fair")
        .doesNotContain("forged");
    assertThat(person.at("/dossier/signUps/0/campaign").asString()).isEqualTo("utm_source=letter");
    fields();
  }

  @Test
  void afterASignUp_theFormSaysItsOwnWords_orLeadsOn() {
    Form form =
        form(Shape.IN_PAGE, DisplayRules.IN_PAGE, FormField.of("first_name", "Name", false));
    PageWords own = new PageWords("Look in your mailbox", "It is there.");
    Form speaking = changed(form, f -> f.withAfterwards(after(false, own, "", List.of())));
    JsonNode said = send(speaking, Map.of("email", newAddress())).json();
    assertThat(said.get("heading").asString()).isEqualTo("Look in your mailbox");
    assertThat(said.get("html").asString()).contains("It is there.");
    Form leading =
        changed(
            speaking,
            f ->
                f.withAfterwards(
                    after(
                        true,
                        own,
                        "https://quireandthread.example/ta?a=1#x",
                        List.of("first_name"))));
    Map<String, Object> fields = Map.of("email", newAddress(), "first_name", "Á & b");
    assertThat(send(leading, fields).json().get("goTo").asString())
        .isEqualTo("https://quireandthread.example/ta?a=1&first_name=%C3%81+%26+b#x");
    Http.Answer plain =
        browser.form("/p/forms/" + leading.key() + "/signups", Map.of("email", newAddress()));
    assertThat(plain.header("Location")).startsWith("https://quireandthread.example/ta?a=1#x");
  }

  private static Afterwards after(
      boolean goesOn, PageWords words, String address, List<String> with) {
    return new Afterwards(
        goesOn, words, address, with, 0, KnownVisitor.NOT_TOLD, Map.of("email", "Hm?"), "");
  }

  @Test
  void ownWordsForAFieldsFault_areUsed() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    Form own =
        changed(form, f -> f.withAfterwards(after(false, new PageWords("", ""), "", List.of())));
    assertThat(send(own, Map.of("email", "nonsense")).body()).contains("Hm?");
  }

  @Test
  void onTheSpot_theAnswerItselfHandsOver_toKnownAndUnknownAlike() {
    SampleOffer quick =
        new SampleOffer(
            s -> {
              HandOverSettings h = s.handOver();
              return new OfferSettings(
                  s.name(),
                  s.slug(),
                  s.confirm(),
                  new HandOverSettings(
                      true, h.byEmail(), h.email(), h.page(), h.limits(), h.runAgain()));
            });
    String email = newAddress();
    Map<String, Object> fields =
        Map.of("email", email, "consent", true, "submission_key", "k".repeat(27));
    for (int again = 0; again < 2; again++) {
      String html =
          browser
              .json("POST", "/p/forms/" + quick.formKey + "/signups", fields)
              .json()
              .get("html")
              .asString();
      String file = html.replaceAll("(?s).*href=\"([^\"]+/files/1)\".*", "$1");
      assertThat(browser.get(file).bytes()).isEqualTo(SampleOffer.FILE);
    }
    Http.Answer plain = quick.signUp(Map.of("email", newAddress(), "consent", "yes"));
    assertThat(browser.get(plain.header("Location")).body()).contains("plan.pdf");
  }

  @Test
  void aFilledHoneypot_isAnsweredAsEver_andKeepsNothing() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    String email = newAddress();
    Http.Answer robot = send(form, Map.of("email", email, "website", "https://spam.example"));
    Http.Answer person = send(form, Map.of("email", newAddress()));
    assertThat(robot.body()).isEqualTo(person.body());
    assertThat(server.owner().get("/api/people?words=" + email).json().get("total").asLong())
        .isZero();
  }

  @Test
  void fasterThanAnybodyTypes_isAskedToPressAgain_withEverythingStillThere() {
    String page = browser.get("/o/" + offer.slug).body();
    String stamp = page.replaceAll("(?s).*name=\"stamp\" value=\"([^\"]+)\".*", "$1");
    Form hosted = server.bean(Forms.class).hosted(offer.id);
    Map<String, Object> fields = Map.of("email", newAddress(), "consent", true, "stamp", stamp);
    assertThat(sendFrom("198.51.100.7", hosted, fields).problem()).isEqualTo("too_fast");
    server.forward(java.time.Duration.ofSeconds(2));
    assertThat(sendFrom("198.51.100.7", hosted, fields).status()).isEqualTo(200);
  }

  @Test
  void tenThousandFromOneBlock_areHeldBack_othersAreNot() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    checks(new VisitorChecks(VisitorChecks.Human.NEVER, VisitorChecks.ThrowAway.LET_IN, false));
    int taken = 0;
    for (int i = 0; i < 200; i++) {
      // One /24, many addresses in it.
      Http.Answer answer =
          sendFrom("203.0.113." + (i % 250 + 1), form, Map.of("email", newAddress()));
      taken += answer.status() == 200 ? 1 : 0;
    }
    assertThat(taken).isEqualTo(30);
    assertThat(sendFrom("198.51.101.1", form, Map.of("email", newAddress())).status())
        .isEqualTo(200);
    server.forward(java.time.Duration.ofMinutes(2));
    assertThat(sendFrom("203.0.113.9", form, Map.of("email", newAddress())).status())
        .isEqualTo(200);
  }

  @Test
  void proofOfWork_isAskedFor_takenOnce_andNotForged() throws Exception {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    checks(new VisitorChecks(VisitorChecks.Human.ALWAYS, VisitorChecks.ThrowAway.MARK, false));
    Http.Answer asked = send(form, Map.of("email", newAddress()));
    assertThat(asked.problem()).isEqualTo("check_needed");
    JsonNode task = asked.json().get("challenge");
    long number =
        Altcha.solveChallenge(
                task.get("challenge").asString(),
                task.get("salt").asString(),
                Altcha.Algorithm.SHA256,
                task.get("maxnumber").asLong(),
                0)
            .number;
    String solved = solution(task, number, task.get("signature").asString());
    String forged = solution(task, number, "0".repeat(64));
    assertThat(send(form, Map.of("email", newAddress(), "altcha", forged)).problem())
        .isEqualTo("check_needed");
    assertThat(send(form, Map.of("email", newAddress(), "altcha", "%%%")).problem())
        .isEqualTo("check_needed");
    assertThat(send(form, Map.of("email", newAddress(), "altcha", solved)).status()).isEqualTo(200);
    assertThat(send(form, Map.of("email", newAddress(), "altcha", solved)).problem())
        .as("used up")
        .isEqualTo("check_needed");
    Http.Answer page =
        browser.form("/p/forms/" + form.key() + "/signups", Map.of("email", "a@b.example"));
    assertThat(page.body()).contains("data-check").contains("a@b.example");
  }

  private static String solution(JsonNode task, long number, String signature) {
    Map<String, Object> payload =
        Map.of(
            "algorithm",
            "SHA-256",
            "challenge",
            task.get("challenge").asString(),
            "salt",
            task.get("salt").asString(),
            "number",
            number,
            "signature",
            signature);
    return java.util.Base64.getEncoder().encodeToString(JSON.writeValueAsBytes(payload));
  }

  @Test
  void throwAwayAddresses_areMarkedOrRefused_asTheOwnerSays() {
    Form form = form(Shape.IN_PAGE, DisplayRules.IN_PAGE);
    String email = "x" + UUID.randomUUID().toString().substring(0, 8) + "@inbox.mailinator.com";
    assertThat(send(form, Map.of("email", email)).status()).isEqualTo(200);
    Http owner = server.owner();
    long id = owner.get("/api/people?words=" + email).json().at("/people/0/id").asLong();
    assertThat(owner.get("/api/people/" + id).json().at("/dossier/signUps/0/doubt").asString())
        .isEqualTo("throw_away");
    checks(new VisitorChecks(VisitorChecks.Human.NEVER, VisitorChecks.ThrowAway.REFUSE, false));
    assertThat(send(form, Map.of("email", "y" + email)).problem()).isEqualTo("throw_away");
  }

  @Test
  void scripts_mayComeFromOurSitesOnly() {
    String path = "/p/forms/" + offer.formKey + "/signups";
    assertThat(
            browser.plain(path, "https://evil.example", "{}").header("Access-Control-Allow-Origin"))
        .isEmpty();
    assertThat(browser.plain(path, site.origin(), "{}").header("Access-Control-Allow-Origin"))
        .isEqualTo(site.origin());
  }

  @Test
  void theTester_saysWhichFormsShow_andWhyOthersDoNot() {
    Form first = form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE));
    Form second = form(Shape.SLIDE_IN, rules(Trigger.Kind.AT_ONCE));
    Map<String, Object> visitor =
        Map.of(
            "url",
            site.origin() + "/",
            "referrer",
            "",
            "returning",
            false,
            "pages",
            1,
            "mobile",
            false,
            "shown",
            0);
    JsonNode verdicts = server.owner().json("POST", "/api/display/test", visitor).json();
    assertThat(verdict(verdicts, first).get("shows").asBoolean()).isTrue();
    assertThat(verdict(verdicts, second).get("shows").asBoolean())
        .as("one that interrupts is enough")
        .isFalse();
    assertThat(verdict(verdicts, second).get("reason").asString()).isEqualTo("OUTRANKED");
  }

  private static JsonNode verdict(JsonNode verdicts, Form form) {
    return verdicts
        .valueStream()
        .filter(v -> v.get("formId").asLong() == form.id())
        .findFirst()
        .orElseThrow();
  }

  @Test
  void markup_inWordsAndAnswers_staysText() {
    Form form =
        changed(
            form(Shape.POP_UP, rules(Trigger.Kind.AT_ONCE)),
            f ->
                f.withWords(
                    new FormWords(
                        "<script>alert(1)</script>",
                        "<p onclick=x()>Hi <b>you</b><script>y()</script></p>",
                        List.of("<img src=x onerror=z()>"),
                        "{{button}}",
                        "<i>no</i>",
                        "<hr>",
                        "<s>")));
    String html =
        ask(at("/"))
            .json()
            .get("forms")
            .valueStream()
            .filter(f -> f.get("key").asString().equals(form.key()))
            .findFirst()
            .orElseThrow()
            .get("html")
            .asString();
    assertThat(html)
        .doesNotContain("<script")
        .doesNotContain("onclick")
        .doesNotContain("<img src=x")
        .contains("&lt;script&gt;")
        .contains("{{button}}");
  }
}
