package jeton.server.readiness;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.core.people.TagChange;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.OfferSettings;
import jeton.server.sequence.SequenceDraft;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;

/** What Readiness finds in a real configuration, and its cures. */
class FixesTest {
  private final TestServer server = TestServer.get();
  private final Http owner = server.owner();

  private List<String> codes(JsonNode view) {
    return view.get("findings").valueStream().map(f -> f.get("code").asString()).toList();
  }

  private JsonNode offer(SampleOffer offer) {
    return owner.get("/api/offers/" + offer.id).json();
  }

  private JsonNode fix(SampleOffer offer, String code) {
    JsonNode finding =
        offer(offer)
            .get("findings")
            .valueStream()
            .filter(f -> f.get("code").asString().equals(code))
            .findFirst()
            .orElseThrow();
    assertThat(finding.has("fix")).isTrue();
    Http.Answer answer =
        owner.json(
            "POST",
            "/api/offers/" + offer.id + "/fixes",
            Map.of("code", code, "control", finding.get("control").asString()));
    assertThat(answer.status()).isEqualTo(200);
    return answer.json();
  }

  private static EmailContent words(String subject) {
    return new EmailContent(subject, "", "<p>x</p>", EmailButton.NONE);
  }

  @Test
  void buttonsThatAreMissing_areFound_andPutIn() {
    SampleOffer offer =
        new SampleOffer(
            s ->
                new OfferSettings(
                    s.name(),
                    s.slug(),
                    s.confirm().withEmail(words("Sure?")),
                    s.handOver().withEmail(words("Here"))));
    assertThat(codes(offer(offer)))
        .contains("no_confirm_button", "delivery_without_pass", "page_only");
    assertThat(offer(offer).get("mayGoLive").asBoolean()).isFalse();
    fix(offer, "no_confirm_button");
    JsonNode mended = fix(offer, "delivery_without_pass");
    assertThat(codes(mended)).isEmpty();
    assertThat(mended.get("mayGoLive").asBoolean()).isTrue();
  }

  @Test
  void aTagThatIsGone_isMadeAgain() {
    String tag = "gone" + System.nanoTime();
    SampleOffer offer =
        new SampleOffer(
            s ->
                new OfferSettings(
                    s.name(),
                    s.slug(),
                    s.confirm(),
                    new jeton.core.handover.HandOverSettings(
                        s.handOver().onTheSpot(),
                        s.handOver().byEmail(),
                        s.handOver().email(),
                        s.handOver().page(),
                        s.handOver().limits(),
                        s.handOver().runAgain(),
                        List.of(new TagChange(TagChange.When.SIGN_UP, tag, true)))));
    assertThat(codes(offer(offer))).containsExactly("tag_gone");
    assertThat(codes(fix(offer, "tag_gone"))).isEmpty();
    assertThat(owner.get("/api/tags").body()).contains(tag);
  }

  @Test
  void twoThatHandOver_andAFirstThatComesLate_areCured() {
    EmailContent handing =
        new EmailContent("Here", "", "", new EmailButton("Open", EmailButton.Target.PASS, ""));
    SampleOffer offer =
        new SampleOffer(
            new SequenceDraft.StepDraft(
                java.util.Optional.empty(),
                true,
                30,
                jeton.core.followup.Wait.Unit.MINUTES,
                handing));
    assertThat(codes(offer(offer))).containsExactly("two_hand_over");
    assertThat(codes(fix(offer, "two_hand_over"))).containsExactly("first_not_at_once");
    assertThat(codes(fix(offer, "first_not_at_once"))).isEmpty();
    assertThat(offer.sequence().steps().get(0).rules().waitAmount()).isZero();
  }

  @Test
  void whatIsMendedAlready_isToldSo() {
    SampleOffer offer = new SampleOffer();
    Http.Answer answer =
        owner.json(
            "POST",
            "/api/offers/" + offer.id + "/fixes",
            Map.of("code", "no_form_on", "control", "forms"));
    assertThat(answer.status()).isEqualTo(422);
    assertThat(answer.problem()).isEqualTo("not_there");
  }
}
