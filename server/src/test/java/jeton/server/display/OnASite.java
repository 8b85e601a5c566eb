package jeton.server.display;

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
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.KnownVisitor;
import jeton.core.form.Looks;
import jeton.core.form.Opening;
import jeton.core.form.PageWords;
import jeton.core.signup.VisitorChecks;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import org.junit.jupiter.api.AfterEach;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Forms on a site, and visitors who meet them. */
abstract class OnASite {
  static final JsonMapper JSON = new JsonMapper();

  final TestServer server = TestServer.get();

  final SampleOffer offer = new SampleOffer();

  final Site site =
      server.bean(Sites.class).add("Shop", "https://" + UUID.randomUUID() + ".example/");

  final Http browser = new Http(server.base);

  @AfterEach
  void asItWas() {
    checks(VisitorChecks.USUAL);
    // Forms of other tests would show on this one's pages.
    Forms forms = server.bean(Forms.class);
    forms.of(offer.id).stream()
        .filter(form -> form.shape() != Shape.FULL_PAGE)
        .forEach(form -> forms.turn(form.id(), false));
  }

  void checks(VisitorChecks checks) {
    change(b -> with(b, b.fields(), checks));
  }

  void fields(FieldDefinition... fields) {
    change(b -> with(b, List.of(fields), b.checks()));
  }

  void change(UnaryOperator<BusinessSettings> how) {
    Business business = server.bean(Business.class);
    business.save(business.now().version(), how.apply(business.now().settings()));
  }

  static BusinessSettings with(
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

  Form form(Shape shape, DisplayRules display, FormField... more) {
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

  Form changed(Form form, UnaryOperator<FormSettings> how) {
    return server.bean(Forms.class).save(form.id(), form.version(), how.apply(form.settings()));
  }

  static DisplayRules rules(Trigger.Kind kind, PagePattern... notOn) {
    return new DisplayRules(
        new Pages(List.of(), List.of(notOn)),
        Audience.NOT_YET_SIGNED_UP,
        Frequency.CALM,
        Season.ALWAYS,
        new Trigger(kind, 0),
        0);
  }

  Http.Answer ask(Map<String, Object> facts) {
    return browser.plain(
        "/p/sites/" + site.key() + "/decide", site.origin(), JSON.writeValueAsString(facts));
  }

  List<String> keys(Map<String, Object> facts) {
    return ask(facts).json().get("forms").valueStream().map(f -> f.get("key").asString()).toList();
  }

  Map<String, Object> at(String path) {
    return new HashMap<>(Map.of("url", site.origin() + path, "pages", 1));
  }

  Http.Answer send(Form form, Map<String, Object> fields) {
    return browser.json("POST", "/p/forms/" + form.key() + "/signups", fields);
  }

  Http.Answer sendFrom(String ip, Form form, Map<String, Object> fields) {
    return browser.jsonFrom(ip, "/p/forms/" + form.key() + "/signups", fields);
  }

  static Afterwards after(boolean goesOn, PageWords words, String address, List<String> with) {
    return new Afterwards(
        goesOn, words, address, with, 0, KnownVisitor.NOT_TOLD, Map.of("email", "Hm?"), "");
  }

  static String solution(JsonNode task, long number, String signature) {
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

  static JsonNode verdict(JsonNode verdicts, Form form) {
    return verdicts
        .valueStream()
        .filter(v -> v.get("formId").asLong() == form.id())
        .findFirst()
        .orElseThrow();
  }
}
