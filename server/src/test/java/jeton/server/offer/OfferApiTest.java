package jeton.server.offer;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The owner's API: what it refuses, and that nothing is lost or overwritten by it. */
class OfferApiTest {
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();

  private static Map<String, Object> asMap(JsonNode node) {
    @SuppressWarnings("unchecked")
    Map<String, Object> map = new JsonMapper().treeToValue(node, LinkedHashMap.class);
    return map;
  }

  private JsonNode make(String name) {
    Http.Answer made = owner.json("POST", "/api/offers", Map.of("name", name, "kind", "DOWNLOAD"));
    assertThat(made.status()).isEqualTo(201);
    return made.json();
  }

  private Http.Answer save(JsonNode view, String field, Object value) {
    Map<String, Object> settings = asMap(view.get("offer").get("settings"));
    settings.put(field, value);
    return owner.json(
        "PUT",
        "/api/offers/" + view.get("offer").get("id"),
        Map.of("version", view.get("offer").get("version").asInt(), "settings", settings));
  }

  @Test
  void withoutSigningIn_nothingIsShown_andWithoutTheTokenNothingIsChanged() {
    Http stranger = new Http(server.base);
    for (String path :
        List.of("/api/today", "/api/offers", "/api/people", "/api/business", "/api/mail/outbox")) {
      assertThat(stranger.get(path).status()).as(path).isEqualTo(401);
    }
    assertThat(
            stranger.json("POST", "/api/offers", Map.of("name", "x", "kind", "DOWNLOAD")).status())
        .isEqualTo(403);
  }

  @Test
  void twoTabs_theSecondIsTold_andNothingIsOverwritten() {
    JsonNode view = make("Two tabs");
    assertThat(save(view, "name", "From the first tab").status()).isEqualTo(200);
    Http.Answer second = save(view, "name", "From the second tab");
    assertThat(second.status()).isEqualTo(409);
    assertThat(second.header("Content-Type")).startsWith("application/problem+json");
    assertThat(owner.get("/api/offers/" + view.get("offer").get("id")).body())
        .contains("From the first tab");
  }

  @Test
  void aSlugThatExists_isRefusedBesideIt() {
    JsonNode one = make("Same slug");
    JsonNode two = make("Same slug");
    String slug = one.get("offer").get("settings").get("slug").asString();
    assertThat(two.get("offer").get("settings").get("slug").asString()).isEqualTo(slug + "-2");
    Http.Answer answer = save(two, "slug", slug);
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.problem()).isEqualTo("slug_taken");
    assertThat(save(two, "slug", "../x").problem()).isEqualTo("bad_slug");
  }

  @Test
  void goingLive_waitsForTheGraveOnes() {
    JsonNode view = make("Not ready");
    String path = "/api/offers/" + view.get("offer").get("id");
    Http.Answer held = owner.json("PUT", path + "/state", Map.of("state", "LIVE"));
    assertThat(held.status()).isEqualTo(422);
    assertThat(held.problem()).isEqualTo("no_file");
    assertThat(owner.upload(path + "/files?name=plan.pdf", SampleOffer.FILE).status())
        .isEqualTo(200);
    assertThat(owner.json("PUT", path + "/state", Map.of("state", "LIVE")).status()).isEqualTo(200);
    String slug = view.get("offer").get("settings").get("slug").asString();
    assertThat(new Http(server.base).get("/o/" + slug).status()).isEqualTo(200);
  }

  @Test
  void aDraft_isShownToNobody() {
    JsonNode view = make("Hidden");
    String slug = view.get("offer").get("settings").get("slug").asString();
    assertThat(new Http(server.base).get("/o/" + slug).status()).isEqualTo(404);
  }

  @Test
  void files_areCheckedForWhatTheyAre() {
    String path = "/api/offers/" + make("Files").get("offer").get("id") + "/files?name=";
    assertThat(owner.upload(path + "plan.pdf", new byte[0]).problem()).isEqualTo("empty");
    byte[] png = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10, 0, 0, 0, 13, 'I', 'H', 'D', 'R'};
    assertThat(owner.upload(path + "plan.pdf", png).problem()).isEqualTo("mistyped");
    assertThat(owner.upload(path + "plan.png", SampleOffer.FILE).problem()).isEqualTo("mistyped");
    assertThat(owner.upload(path + "a%0D%0Ab.pdf", SampleOffer.FILE).problem())
        .isEqualTo("control_character");
    byte[] text = "plain words".getBytes(StandardCharsets.UTF_8);
    assertThat(owner.upload(path + "words.txt", text).status()).isEqualTo(200);
    assertThat(
            owner
                .upload(path + "../../etc/passwd", text)
                .json()
                .get("offer")
                .get("files")
                .get(1)
                .get("name")
                .asString())
        .as("a name is only ever a name")
        .isEqualTo("../../etc/passwd");
  }

  @Test
  void moreThan200Megabytes_areRefused_andNothingIsKept() {
    JsonNode view = make("Large");
    String path = "/api/offers/" + view.get("offer").get("id");
    Http.Answer answer = owner.upload(path + "/files?name=film.bin", new byte[(200 << 20) + 1]);
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.problem()).isEqualTo("too_large");
    assertThat(owner.get(path).json().get("offer").get("files")).isEmpty();
  }

  @Test
  void aFileReplaced_keepsItsPlace_andOneRemovedIsGone() {
    String path = "/api/offers/" + make("Swap").get("offer").get("id");
    JsonNode one = owner.upload(path + "/files?name=a.pdf", SampleOffer.FILE).json();
    long id = one.get("offer").get("files").get(0).get("id").asLong();
    JsonNode two =
        owner
            .upload(
                path + "/files?name=b.txt&replaces=" + id, "words".getBytes(StandardCharsets.UTF_8))
            .json();
    assertThat(two.get("offer").get("files")).hasSize(1);
    assertThat(two.get("offer").get("files").get(0).get("name").asString()).isEqualTo("b.txt");
    assertThat(owner.delete(path + "/files/" + id).json().get("offer").get("files")).isEmpty();
    assertThat(owner.delete(path + "/files/" + id).status()).isEqualTo(404);
  }

  @Test
  void pictures_arePictures_andHarmless() {
    byte[] svg =
        "<svg xmlns=\"http://www.w3.org/2000/svg\"><script>alert(1)</script></svg>"
            .getBytes(StandardCharsets.UTF_8);
    String hash = owner.upload("/api/pictures?name=a.svg", svg).json().get("hash").asString();
    Http.Answer shown = new Http(server.base).get("/pictures/" + hash);
    assertThat(shown.header("Content-Security-Policy"))
        .contains("default-src 'none'")
        .contains("sandbox");
    assertThat(owner.upload("/api/pictures?name=a.pdf", SampleOffer.FILE).problem())
        .isEqualTo("not_a_picture");
  }

  @Test
  void anEmailsBody_isCleaned() {
    JsonNode view = make("Cleaned");
    Map<String, Object> settings = asMap(view.get("offer").get("settings"));
    @SuppressWarnings("unchecked")
    Map<String, Object> confirm = (Map<String, Object>) settings.get("confirm");
    @SuppressWarnings("unchecked")
    Map<String, Object> email = (Map<String, Object>) confirm.get("email");
    email.put(
        "blocks",
        List.of(
            Map.of(
                "kind",
                "TEXT",
                "html",
                "<p onclick=\"x()\">Hello<script>alert(1)</script> <img src=x> <a href=\"javascript:x()\">there</a></p>")));
    Http.Answer saved = save(view, "confirm", confirm);
    assertThat(
            saved
                .json()
                .get("offer")
                .get("settings")
                .get("confirm")
                .get("email")
                .at("/blocks/0/html")
                .asString())
        .doesNotContain("script", "onclick", "<img")
        .contains("<a href=\"\">there</a>");
  }

  @Test
  void faultsOfAllKinds_areProblemDetails() {
    assertThat(owner.get("/api/offers/999999").status()).isEqualTo(404);
    assertThat(owner.json("POST", "/api/offers", List.of(1)).status()).isEqualTo(400);
    Http.Answer blank = owner.json("POST", "/api/offers", Map.of("name", "  ", "kind", "DOWNLOAD"));
    assertThat(blank.problem()).isEqualTo("empty");
    String twoLines = "a\r\nb";
    assertThat(
            owner
                .json("POST", "/api/offers", Map.of("name", twoLines, "kind", "DOWNLOAD"))
                .problem())
        .isEqualTo("control_character");
  }

  @Test
  void today_tellsWhatHappened() {
    SampleOffer offer = new SampleOffer();
    String email = SampleOffer.newAddress();
    offer.join(email);
    JsonNode today = owner.get("/api/today").json();
    assertThat(today.get("news").toString())
        .contains(email, "SIGNED_UP", "CONFIRMED", "HANDED_OVER");
    assertThat(today.get("offers").size()).isPositive();
  }

  @Test
  void theList_isFoundByWords_andComesInPages() {
    SampleOffer offer = new SampleOffer();
    String email = SampleOffer.newAddress();
    offer.join(email);
    JsonNode found = owner.get("/api/offers?words=" + offer.slug.replace("plan-", "PLAN+")).json();
    assertThat(found.get("total").asInt()).isEqualTo(1);
    JsonNode row = found.get("rows").get(0);
    assertThat(row.get("id").asLong()).isEqualTo(offer.id);
    assertThat(row.at("/track/confirmed").asInt()).isEqualTo(1);
    assertThat(row.get("mayGoLive").asBoolean()).isTrue();
    JsonNode first = owner.get("/api/offers").json();
    assertThat(first.get("rows").size()).isEqualTo(Math.min(50, first.get("total").asInt()));
    int pages = (first.get("total").asInt() + 49) / 50;
    assertThat(owner.get("/api/offers?page=" + pages).json().get("rows")).isEmpty();
    assertThat(owner.get("/api/offers?words=nothing+is+called+this").json().get("total").asInt())
        .isZero();
    assertThat(owner.get("/api/offers?page=minus").status()).isEqualTo(400);
  }
}
