package jeton.server.display;

import static jeton.harness.SampleOffer.newAddress;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jeton.core.display.DisplayRules;
import jeton.core.display.PagePattern;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.FormWords;
import jeton.harness.Http;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.form.ViewCounter;
import jeton.server.site.Sightings;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** Which form shows, where it is seen, and who may ask (D1 to D6). */
class SiteFormsTest extends OnASite {
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
