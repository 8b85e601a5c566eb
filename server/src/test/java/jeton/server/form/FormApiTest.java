package jeton.server.form;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.common.GlobalHistogramBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.display.Shape;
import jeton.core.form.Contrast;
import jeton.core.form.FormSettings;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Forms over the owner's API: made from layouts, copied, turned, removed, placed. */
class FormApiTest {
  private static final JsonMapper JSON = new JsonMapper();
  private final TestServer server = TestServer.get();
  private final SampleOffer offer = new SampleOffer();
  private final Http owner = server.owner();
  private final String forms = "/api/offers/" + offer.id + "/forms";

  private JsonNode layout(String id) {
    return owner
        .get("/api/offers/" + offer.id + "/form-layouts")
        .json()
        .valueStream()
        .filter(layout -> layout.get("id").asString().equals(id))
        .findFirst()
        .orElseThrow();
  }

  private JsonNode made(String layout) {
    JsonNode chosen = layout(layout);
    Map<String, Object> make =
        Map.of("shape", chosen.get("shape"), "settings", chosen.get("settings"));
    Http.Answer answer = owner.json("POST", forms, make);
    assertThat(answer.status()).isEqualTo(201);
    return answer.json();
  }

  @Test
  void layouts_areManyOverTheShapes_eachWholeAndReadable() {
    List<FormLayouts.Layout> all =
        server.bean(FormLayouts.class).of("A “plan” \\ n", List.of("#B07A2A"));
    assertThat(all).hasSizeGreaterThanOrEqualTo(12);
    assertThat(all).extracting(FormLayouts.Layout::id).doesNotHaveDuplicates();
    Set<Shape> shapes = new HashSet<>();
    for (FormLayouts.Layout layout : all) {
      FormSettings settings = layout.settings();
      shapes.add(layout.shape());
      assertThat(settings.check(new FormSettings.Known(List.of(), List.of())))
          .as(layout.name())
          .isEmpty();
      assertThat(settings.looks().inkContrast()).as(layout.name()).isGreaterThan(Contrast.ENOUGH);
      assertThat(settings.looks().buttonContrast())
          .as(layout.name())
          .isGreaterThan(Contrast.ENOUGH);
    }
    assertThat(shapes)
        .containsExactlyInAnyOrder(Shape.POP_UP, Shape.SLIDE_IN, Shape.BAR, Shape.IN_PAGE);
  }

  @Test
  void aFormIsMade_off_thenTurnedOn_andRemovedAgain() {
    JsonNode form = made("note");
    assertThat(form.get("on").asBoolean()).isFalse();
    assertThat(form.get("sentence").asString()).startsWith("After scrolling 50 % of any page");
    String path = forms + "/" + form.get("id").asLong();
    assertThat(owner.json("PUT", path + "/on", Map.of("on", true)).json().get("on").asBoolean())
        .isTrue();
    assertThat(owner.delete(path).status()).isEqualTo(204);
    assertThat(owner.get(path).status()).isEqualTo(404);
    assertThat(owner.get(forms).body()).doesNotContain(form.get("key").asString());
  }

  @Test
  void aRemovedForm_comesBackAsItWas_alsoAskedTwice() {
    JsonNode form = made("note");
    String path = forms + "/" + form.get("id").asLong();
    owner.json("PUT", path + "/on", Map.of("on", true));
    assertThat(owner.delete(path).status()).isEqualTo(204);
    assertThat(owner.delete(path).status()).isEqualTo(404);
    for (int twice = 0; twice < 2; twice++) {
      JsonNode back = owner.json("POST", path + "/back", Map.of()).json();
      assertThat(back.get("key")).isEqualTo(form.get("key"));
      assertThat(back.get("on").asBoolean()).isTrue();
    }
    String strange = forms.replaceFirst("\\d+", "999999") + path.substring(forms.length());
    assertThat(owner.json("POST", strange + "/back", Map.of()).status()).isEqualTo(404);
    owner.json("PUT", path + "/on", Map.of("on", false));
  }

  @Test
  void aFormByWhichSomebodySignedUp_stays_asEvidence() {
    JsonNode form = made("bare");
    String path = forms + "/" + form.get("id").asLong();
    owner.json("PUT", path + "/on", Map.of("on", true));
    Map<String, Object> fields = Map.of("email", newAddress(), "consent", true);
    String door = "/p/forms/" + form.get("key").asString() + "/signups";
    assertThat(owner.json("POST", door, fields).status()).isEqualTo(200);
    Http.Answer refused = owner.delete(path);
    assertThat(refused.problem()).isEqualTo("has_sign_ups");
    JsonNode counted =
        owner
            .get(forms)
            .json()
            .valueStream()
            .filter(f -> f.get("id").asLong() == form.get("id").asLong())
            .findFirst()
            .orElseThrow();
    assertThat(counted.get("signUps").asLong()).isEqualTo(1);
    owner.json("PUT", path + "/on", Map.of("on", false));
  }

  @Test
  void theHostedPage_isOne_andCannotBeTakenOut() {
    JsonNode hosted = owner.get(forms).json().get(0);
    assertThat(hosted.get("shape").asString()).isEqualTo("FULL_PAGE");
    assertThat(owner.delete(forms + "/" + hosted.get("id").asLong()).problem())
        .isEqualTo("one_page");
    Map<String, Object> another = Map.of("shape", "FULL_PAGE", "settings", hosted.get("settings"));
    assertThat(owner.json("POST", forms, another).problem()).isEqualTo("one_page");
  }

  @Test
  void aHostedPageTurnedOff_isResting() {
    JsonNode hosted = owner.get(forms).json().get(0);
    owner.json("PUT", forms + "/" + hosted.get("id").asLong() + "/on", Map.of("on", false));
    assertThat(owner.get("/o/" + offer.slug).body()).contains("This is resting");
  }

  @Test
  void twoTabs_theSecondIsTold() {
    JsonNode form = made("book");
    String path = forms + "/" + form.get("id").asLong();
    Map<String, Object> save = Map.of("version", 1, "settings", form.get("settings"));
    assertThat(owner.json("PUT", path, save).status()).isEqualTo(200);
    assertThat(owner.json("PUT", path, save).status()).isEqualTo(409);
  }

  @Test
  void preview_drawsWhatVisitorsMeet_beforeAnythingIsSaved() {
    JsonNode chosen = layout("head-band");
    Map<String, Object> preview =
        Map.of("shape", chosen.get("shape"), "settings", chosen.get("settings"));
    JsonNode drawn = owner.json("POST", forms + "/preview", preview).json();
    assertThat(drawn.get("html").asString()).contains("jf-strip jf-strip-top").contains("jf-bar");
    assertThat(drawn.get("inkContrast").asDouble()).isGreaterThan(4.5);
  }

  @Test
  void placing_hasALineForEachWay_andAQrCodeThatReadsBack() throws Exception {
    JsonNode form = made("night");
    String key = form.get("key").asString();
    JsonNode placing = owner.get(forms + "/" + form.get("id").asLong() + "/placing").json();
    assertThat(placing.get("spot").asString())
        .isEqualTo("<div data-jeton-form=\"" + key + "\"></div>");
    assertThat(placing.get("button").asString()).contains("data-jeton-open=\"" + key + "\"");
    assertThat(placing.get("frame").asString()).contains(server.base + "/f/" + key);
    assertThat(placing.get("html").asString())
        .contains("action=\"" + server.base + "/p/forms/" + key + "/signups\"")
        .doesNotContain("submission_key")
        .doesNotContain("<script");
    String svg = owner.get(placing.get("qr").asString() + "?campaign=spring%20fair").body();
    assertThat(read(svg)).isEqualTo(server.base + "/o/" + offer.slug + "?utm_campaign=spring+fair");
  }

  /** Reads the drawing's modules back, eight pixels each. */
  private static String read(String svg) throws Exception {
    Matcher size = Pattern.compile("viewBox=\"0 0 (\\d+) \\d+\"").matcher(svg);
    assertThat(size.find()).isTrue();
    int modules = Integer.parseInt(size.group(1));
    int scale = 8;
    int side = modules * scale;
    int[] pixels = new int[side * side];
    Arrays.fill(pixels, 0xFFFFFF);
    Matcher dark = Pattern.compile("M(\\d+) (\\d+)h1v1h-1z").matcher(svg);
    while (dark.find()) {
      int x = Integer.parseInt(dark.group(1)) * scale;
      int y = Integer.parseInt(dark.group(2)) * scale;
      for (int row = y; row < y + scale; row++) {
        Arrays.fill(pixels, row * side + x, row * side + x + scale, 0);
      }
    }
    BinaryBitmap bitmap =
        new BinaryBitmap(new GlobalHistogramBinarizer(new RGBLuminanceSource(side, side, pixels)));
    return new QRCodeReader().decode(bitmap).getText();
  }

  @Test
  void instructions_reachADeveloper_withTheLinesAsText() {
    String to = newAddress();
    Map<String, Object> instructions =
        Map.of(
            "to",
            to,
            "form",
            "Pop-up <b>",
            "lines",
            List.of("<script async src=\"x\"></script>", "<div data-jeton-form=\"{{k}}\"></div>"));
    Http.Answer answer = owner.json("POST", "/api/mail/instructions", instructions);
    assertThat(answer.json().get("sent").asBoolean()).isTrue();
    String plain = offer.plain(server.mailbox.to(to).get(0));
    assertThat(plain)
        .contains("<script async src=\"x\"></script>")
        .contains("<div data-jeton-form=\"{ {k}}\"></div>")
        .contains("Pop-up <b>");
  }

  @Test
  void sites_areKnownByTheirOrigin_once() {
    Http.Answer first =
        owner.json(
            "POST",
            "/api/sites",
            Map.of("name", "Shop", "origin", "Shop-" + offer.slug + ".example/x?y"));
    assertThat(first.status()).isEqualTo(201);
    assertThat(first.json().at("/site/origin").asString())
        .isEqualTo("https://shop-" + offer.slug + ".example");
    assertThat(first.json().get("snippet").asString()).contains("/embed.js").contains("data-site=");
    assertThat(first.json().has("seenAt")).isFalse();
    for (String again :
        List.of("https://SHOP-" + offer.slug + ".example:443", "shop-" + offer.slug + ".example")) {
      assertThat(
              owner.json("POST", "/api/sites", Map.of("name", "Twice", "origin", again)).problem())
          .isEqualTo("taken");
    }
    for (String bad :
        List.of("", "ftp://shop.example", "https://u@shop.example", "https://", "no host")) {
      assertThat(owner.json("POST", "/api/sites", Map.of("name", "Odd", "origin", bad)).problem())
          .as(bad)
          .isEqualTo("bad_address");
    }
    String path = "/api/sites/" + first.json().at("/site/id").asLong();
    assertThat(owner.delete(path).status()).isEqualTo(204);
    assertThat(owner.delete(path).status()).isEqualTo(404);
  }

  @Test
  void onAndOnAtOneAddress_readsTheSame_andKeepsNothingMore() {
    String email = newAddress();
    Http.Answer last = null;
    for (int i = 0; i < 33; i++) {
      last = offer.signUp(Map.of("email", email, "consent", "yes"));
      assertThat(last.status()).isEqualTo(303);
    }
    long id = owner.get("/api/people?words=" + email).json().at("/people/0/id").asLong();
    assertThat(owner.get("/api/people/" + id).json().at("/dossier/signUps").size()).isEqualTo(30);
    assertThat(server.bean(jeton.server.mail.EngineWatch.class).standing().outbox().waiting())
        .isPositive();
  }

  @Test
  void ownFields_areCheckedInSetup() {
    JsonNode business = owner.get("/api/business").json();
    Map<String, Object> settings =
        JSON.convertValue(business.get("settings"), new TypeReference<>() {});
    settings.put(
        "fields",
        List.of(Map.of("key", "email", "type", "ONE_OF", "label", "", "options", List.of("one"))));
    Http.Answer refused =
        owner.json(
            "PUT",
            "/api/business",
            Map.of("version", business.get("version"), "settings", settings));
    assertThat(refused.json().get("problems").valueStream().map(p -> p.get("field").asString()))
        .containsExactlyInAnyOrder("fields[0].key", "fields[0].label", "fields[0].options");
  }
}
