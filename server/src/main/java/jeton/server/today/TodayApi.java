package jeton.server.today;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.amiss.InstallTroubles;
import jeton.server.beginning.Beginning;
import jeton.server.history.History;
import jeton.server.mail.EngineWatch;
import jeton.server.mail.Outbox;
import jeton.server.mail.SendingHalt;
import jeton.server.numbers.Numbers;
import jeton.server.setaside.SetAside;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Today: what needs attention, what happened, and the offers. */
@RestController
class TodayApi {
  private static final Duration A_DAY = Duration.ofDays(1);
  private static final int MOST_NEWS = 60;
  private static final int MOST_OFFERS = 6;
  private static final int MOST_FINDINGS = 20;
  private final OfferLines lines;
  private final Numbers numbers;
  private final History history;
  private final Attention attention;
  private final Beginning beginning;
  private final Clock clock;

  TodayApi(
      OfferLines lines,
      Numbers numbers,
      History history,
      Attention attention,
      Beginning beginning,
      Clock clock) {
    this.lines = lines;
    this.numbers = numbers;
    this.history = history;
    this.attention = attention;
    this.beginning = beginning;
    this.clock = clock;
  }

  /**
   * The first screen.
   *
   * @param offers the first six, those that are live before the others
   * @param offersInAll how many there are
   * @param findings of offers that have not ended, the grave ones first; at most twenty
   * @param findingsInAll how many there are
   * @param outbox what waits
   * @param halt why all sending has stopped, if it has
   * @param mailTrouble what is wrong with the mail engine itself, in words
   * @param firstHour what is still to be done on a new install
   * @param setAside runs the engine could not move on
   * @param amiss what is amiss with the install itself: programs elsewhere that take nothing,
   *     back-ups
   */
  record Today(
      Instant now,
      Beginning.FirstHour firstHour,
      List<OfferLines.OfferLine> offers,
      long offersInAll,
      List<OfferLines.OfferFinding> findings,
      long findingsInAll,
      List<History.Told> news,
      Outbox.State outbox,
      Optional<SendingHalt.Halt> halt,
      Optional<String> mailTrouble,
      SetAside.SetAsideView setAside,
      List<InstallTroubles.InstallTrouble> amiss,
      long waitingToConfirm) {}

  /**
   * Asked every few seconds while it is open: five questions to the database, however much there
   * is, one more each for hooks and outside lists where there are any.
   */
  @GetMapping("/api/today")
  Today today() {
    Instant now = clock.instant();
    List<OfferLines.OfferFinding> findings = lines.findings();
    EngineWatch.Standing standing = attention.mail();
    return new Today(
        now,
        beginning.now(),
        lines.first(MOST_OFFERS),
        lines.count(),
        findings.stream().limit(MOST_FINDINGS).toList(),
        findings.size(),
        history.since(now.minus(A_DAY), MOST_NEWS),
        standing.outbox(),
        standing.halt(),
        standing.trouble(),
        attention.runs(),
        attention.amiss(),
        numbers.waitingToConfirm());
  }
}
