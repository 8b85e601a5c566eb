package jeton.server.wheel;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.core.wheel.Prize;
import jeton.core.wheel.PrizeSlice;
import jeton.core.wheel.SpinRules;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.token.Tokens;
import tools.jackson.databind.JsonNode;

/** A live wheel of its own for a test. */
final class SampleWheel {
  /** Spins without end: what is tested is not the limit. */
  static final SpinRules ALWAYS =
      new SpinRules(100, 1, LocalDate.of(2026, 1, 5), LocalTime.MIDNIGHT, 0);

  final SampleOffer offer;
  private final TestServer server = TestServer.get();

  SampleWheel(boolean confirmation, SpinRules rules, PrizeSlice... slices) {
    offer = new SampleOffer(OfferKind.WHEEL, giving(confirmation, wheel(rules, slices)));
  }

  static PrizeWheel wheel(SpinRules rules, PrizeSlice... slices) {
    PrizeWheel blank = PrizeWheel.BLANK;
    return new PrizeWheel(List.of(slices), "EUR", rules, false, blank.looks(), blank.words());
  }

  static PrizeSlice slice(String id, String label, int weight, Integer pieces, Prize prize) {
    return new PrizeSlice(
        id,
        label,
        BigDecimal.valueOf(weight),
        Optional.ofNullable(pieces),
        prize,
        prize.wins() ? 100 : 0,
        "#FFFFFF",
        PrizeSlice.Pattern.PLAIN,
        List.of());
  }

  /** A slice that always brings a sheet. */
  static PrizeSlice sheet(Integer pieces) {
    return slice("sheet", "Sheet", 10, pieces, Prize.words("Marbled sheet", "Blue and <gold>."));
  }

  static PrizeSlice nothing(int weight) {
    return slice("next", "Next time", weight, null, Prize.NONE);
  }

  private static UnaryOperator<OfferSettings> giving(boolean confirmation, PrizeWheel wheel) {
    return settings ->
        new OfferSettings(
            settings.name(),
            settings.slug(),
            confirmation ? settings.confirm() : off(settings.confirm()),
            settings.handOver(),
            wheel);
  }

  private static ConfirmSettings off(ConfirmSettings on) {
    return new ConfirmSettings(
        false,
        on.email(),
        on.waiting(),
        on.confirmed(),
        on.daysGood(),
        on.opensIncentive(),
        on.pages());
  }

  /** Changes the wheel while it is live. */
  void change(UnaryOperator<PrizeWheel> change) {
    Offers offers = server.bean(Offers.class);
    Offer now = offers.get(offer.id);
    offers.save(
        offer.id,
        now.version(),
        new OfferSettings(
            now.settings().name(),
            now.settings().slug(),
            now.settings().confirm(),
            now.settings().handOver(),
            change.apply((PrizeWheel) now.settings().gives())));
  }

  /** Spins as a script does. */
  Http.Answer spin(String email, String key) {
    return offer.visitor.json(
        "POST",
        "/p/forms/" + offer.formKey + "/signups",
        Map.of("email", email, "first_name", "Aoife", "consent", "yes", "submission_key", key));
  }

  Http.Answer spin(String email) {
    return spin(email, Tokens.random());
  }

  JsonNode numbers() {
    return server.owner().get("/api/offers/" + offer.id + "/wheel").json();
  }

  JsonNode log() {
    return log("");
  }

  JsonNode log(String query) {
    return server.owner().get("/api/offers/" + offer.id + "/wheel/spins" + query).json();
  }
}
