package jeton.server.today;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.beginning.Beginning;
import jeton.server.followup.SetAside;
import jeton.server.history.History;
import jeton.server.mail.Engine;
import jeton.server.mail.MailHealth;
import jeton.server.mail.Outbox;
import jeton.server.mail.SendingHalt;
import jeton.server.numbers.Numbers;
import jeton.server.offer.OfferViews;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Today: what needs attention, what happened, and the offers. */
@RestController
class TodayApi {
  private static final Duration A_DAY = Duration.ofDays(1);
  private static final int MOST_NEWS = 60;
  private final OfferViews offers;
  private final Numbers numbers;
  private final History history;
  private final Attention attention;
  private final Clock clock;

  TodayApi(OfferViews offers, Numbers numbers, History history, Attention attention, Clock clock) {
    this.offers = offers;
    this.numbers = numbers;
    this.history = history;
    this.attention = attention;
    this.clock = clock;
  }

  /** What may need somebody. */
  @org.springframework.stereotype.Component
  record Attention(
      Engine engine, SendingHalt halt, MailHealth health, SetAside setAside, Beginning beginning) {}

  /**
   * The first screen.
   *
   * @param outbox what waits
   * @param halt why all sending has stopped, if it has
   * @param mailTrouble what is wrong with the mail engine itself, in words
   * @param firstHour what is still to be done on a new install
   * @param setAside runs the engine could not move on
   */
  record Today(
      Instant now,
      Beginning.FirstHour firstHour,
      List<OfferViews.OfferView> offers,
      List<History.Told> news,
      Outbox.State outbox,
      Optional<SendingHalt.Halt> halt,
      Optional<String> mailTrouble,
      SetAside.SetAsideView setAside,
      long waitingToConfirm) {}

  @GetMapping("/api/today")
  Today today() {
    Instant now = clock.instant();
    return new Today(
        now,
        attention.beginning().now(),
        offers.all(),
        history.since(now.minus(A_DAY), MOST_NEWS),
        attention.engine().state(),
        attention.halt().now(),
        attention.health().trouble(),
        attention.setAside().now(),
        numbers.waitingToConfirm());
  }
}
