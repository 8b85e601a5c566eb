package jeton.server.wheel;

import static jeton.harness.SampleOffer.newAddress;
import static jeton.server.wheel.SampleWheel.ALWAYS;
import static jeton.server.wheel.SampleWheel.nothing;
import static jeton.server.wheel.SampleWheel.sheet;
import static jeton.server.wheel.SampleWheel.slice;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.wheel.Prize;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A wheel for its owner: refusals, Readiness, the rehearsal, the budget and the log. */
class WheelOwnerTest extends OnTheWheel {
  @Test
  void slicesThatCannotBe_areRefused_eachAtItsPlace() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(null), nothing(1));
    String path = "/api/offers/" + wheel.offer.id + "/wheel/numbers";
    for (String weight : List.of("0", "-1", "1000000000", "0.001")) {
      PrizeWheel wrong =
          SampleWheel.wheel(
              ALWAYS, sheet(null).weighing(new java.math.BigDecimal(weight)), nothing(1));
      Http.Answer refused =
          server.owner().json("POST", path, server.bean(JsonMapper.class).valueToTree(wrong));
      assertThat(refused.status()).as(weight).isEqualTo(422);
      assertThat(refused.body()).contains("wheel.slices[0].weight");
    }
  }

  @Test
  void aRehearsal_goesThroughIt_andForetellsAnEmailToWinnersAlone() {
    SampleWheel wheel = new SampleWheel(true, ONCE_A_WEEK, sheet(null), nothing(1));
    for (Map.Entry<String, Boolean> way : Map.of("sheet", true, "next", false).entrySet()) {
      Map<String, Object> wish =
          Map.of(
              "firstName",
              "Aoife",
              "answers",
              Map.of("slice", way.getKey()),
              "confirmsAfter",
              5,
              "usesAfter",
              10,
              "drafts",
              false);
      String frames =
          server.owner().json("POST", "/api/offers/" + wheel.offer.id + "/rehearsal", wish).body();
      assertThat(frames.contains("You have won: Marbled sheet"))
          .as(way.getKey())
          .isEqualTo(way.getValue());
    }
  }

  @Test
  void whatTheOwnerCouldDoWrong_isSaidByReadiness_atItsSlice() {
    SampleOffer quiz = new SampleOffer(OfferKind.COUPON, settings -> settings);
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(3), nothing(1));
    wheel.change(
        now ->
            now.with(
                List.of(
                    slice("gone", "Gone", 1, null, Prize.offer("", 999_999)),
                    slice("self", "Self", 1, null, Prize.offer("", wheel.offer.id)),
                    slice("fine", "Fine", 1, null, Prize.offer("", quiz.id)))));
    JsonNode view = server.owner().get("/api/offers/" + wheel.offer.id).json();
    assertThat(view.get("findings").toString())
        .contains("prize_gone", "prize_is_played", "slice-gone", "slice-self")
        .doesNotContain("slice-fine");
  }

  @Test
  void fitToABudget_showsWhatItWouldChange_andRefusesWhatMakesNoSense() {
    SampleWheel wheel = new SampleWheel(true, ALWAYS, sheet(null), nothing(10));
    JsonMapper json = server.bean(JsonMapper.class);
    JsonNode gives =
        server.owner().get("/api/offers/" + wheel.offer.id).json().at("/offer/settings/gives");
    String path = "/api/offers/" + wheel.offer.id + "/wheel/fit";
    JsonNode fitted =
        server.owner().json("POST", path, Map.of("wheel", gives, "mostCost", 20)).json();
    assertThat(fitted.get("possible").asBoolean()).isTrue();
    assertThat(fitted.get("changes")).hasSize(1);
    assertThat(fitted.at("/after/cost").asDouble()).isLessThanOrEqualTo(20);
    assertThat(
            json.valueToTree(
                    server
                        .owner()
                        .get("/api/offers/" + wheel.offer.id)
                        .json()
                        .at("/offer/settings/gives"))
                .toString())
        .as("nothing is saved")
        .isEqualTo(gives.toString());
    assertThat(server.owner().json("POST", path, Map.of("wheel", gives)).status()).isEqualTo(422);
    assertThat(server.owner().json("POST", path, Map.of("wheel", gives, "winners", 1.5)).status())
        .isEqualTo(422);
    assertThat(server.owner().get("/api/offers/" + new SampleOffer().id + "/wheel").status())
        .isEqualTo(404);
  }

  @Test
  void theLog_isSearched_takenAlong_andGuardedAgainstFormulas() {
    SampleWheel wheel =
        new SampleWheel(false, ALWAYS, sheet(null), slice("b", "B", 1, 0, Prize.NONE));
    String email = newAddress();
    wheel.spin(email);
    wheel.spin(newAddress());
    assertThat(wheel.log("?words=" + email.substring(0, 12))).hasSize(1);
    assertThat(wheel.log("?slice=sheet&became=WON")).hasSize(2);
    assertThat(wheel.log("?became=NOTHING")).isEmpty();
    assertThat(wheel.log("?words=%25")).isEmpty();
    String csv =
        server
            .owner()
            .get("/api/offers/" + wheel.offer.id + "/wheel/spins.csv?words=" + email)
            .body();
    assertThat(csv.lines()).hasSize(2);
    assertThat(csv).contains(email, "Marbled sheet", "won");
  }
}
