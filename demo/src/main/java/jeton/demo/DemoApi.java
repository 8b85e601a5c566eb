package jeton.demo;

import io.swagger.v3.oas.annotations.Hidden;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeParseException;
import java.util.Optional;
import jeton.server.problem.Refused;
import jeton.standins.samplesite.SampleSite;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The demo's clock over HTTP. */
@RestController
@Hidden
@RequestMapping("/api/demo")
class DemoApi {
  private static final Duration MOST = Duration.ofDays(400);
  private final Clock clock;
  private final TimeTravel travel;
  private final SampleSite sampleSite;
  private final RealRehearsal rehearsal;
  private final SampleShop.Till till;

  DemoApi(
      Clock clock,
      TimeTravel travel,
      SampleSite sampleSite,
      RealRehearsal rehearsal,
      SampleShop.Till till) {
    this.till = till;
    this.rehearsal = rehearsal;
    this.sampleSite = sampleSite;
    this.clock = clock;
    this.travel = travel;
  }

  record Now(Instant now) {}

  /**
   * How far.
   *
   * @param advance an ISO 8601 duration ahead
   */
  record Move(Optional<String> advance, Optional<Boolean> toNextEmail) {}

  /** Where the sample site is. */
  record Places(String sampleSite) {}

  @GetMapping("/places")
  Places places() {
    return new Places(sampleSite.origin());
  }

  /** The keys of the stand-ins. */
  record Keys(String shop) {}

  @GetMapping("/keys")
  Keys keys() {
    return new Keys(till.key());
  }

  @GetMapping("/clock")
  Now get() {
    return new Now(clock.instant());
  }

  @PostMapping("/clock")
  Now move(@RequestBody Move move) {
    if (move.toNextEmail() != null && move.toNextEmail().orElse(false)) {
      travel.toNextEmail();
    } else {
      travel.moveTo(
          clock.instant().plus(duration(move.advance() == null ? "" : move.advance().orElse(""))));
    }
    return get();
  }

  /** A made-up visitor for real; moves the clock past their last email. */
  @PostMapping("/rehearsal")
  RealRehearsal.Lived rehearse(@RequestBody RealRehearsal.Wish wish) {
    return rehearsal.live(wish);
  }

  private static Duration duration(String text) {
    try {
      Duration duration = Duration.parse(text);
      if (!duration.isNegative() && duration.compareTo(MOST) <= 0) {
        return duration;
      }
    } catch (DateTimeParseException notADuration) {
      // Told below, with what would be right.
    }
    throw new Refused(
        "advance", "not_a_duration", "Give a duration ahead of up to 400 days, like P1D or PT1H.");
  }
}
