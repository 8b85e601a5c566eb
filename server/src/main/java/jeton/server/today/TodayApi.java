package jeton.server.today;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.offer.OfferState;
import jeton.core.readiness.Finding;
import jeton.server.beginning.Beginning;
import jeton.server.followup.SetAside;
import jeton.server.history.History;
import jeton.server.mail.Engine;
import jeton.server.mail.Outbox;
import jeton.server.mail.SendingHalt;
import jeton.server.numbers.Numbers;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.readiness.Judgements;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Today: what needs attention, what happened, and the offers. */
@RestController
class TodayApi {
  private static final Duration A_DAY = Duration.ofDays(1);
  private static final int MOST_NEWS = 60;
  private static final int MOST_OFFERS = 6;
  private static final int MOST_FINDINGS = 20;
  private final Offers offers;
  private final Numbers numbers;
  private final History history;
  private final Attention attention;
  private final Clock clock;

  TodayApi(Offers offers, Numbers numbers, History history, Attention attention, Clock clock) {
    this.offers = offers;
    this.numbers = numbers;
    this.history = history;
    this.attention = attention;
    this.clock = clock;
  }

  /** What may need somebody. */
  @org.springframework.stereotype.Component
  record Attention(
      Engine engine,
      SendingHalt halt,
      SetAside setAside,
      Beginning beginning,
      Judgements judgements) {}

  /** An offer in a line: how far its people came. */
  record OfferLine(long id, String name, OfferState state, Numbers.Track track) {}

  /** What would go wrong with an offer as it stands. */
  record OfferFinding(long offerId, String offer, Finding finding) {}

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
   */
  record Today(
      Instant now,
      Beginning.FirstHour firstHour,
      List<OfferLine> offers,
      long offersInAll,
      List<OfferFinding> findings,
      long findingsInAll,
      List<History.Told> news,
      Outbox.State outbox,
      Optional<SendingHalt.Halt> halt,
      Optional<String> mailTrouble,
      SetAside.SetAsideView setAside,
      long waitingToConfirm) {}

  /**
   * Asked every few seconds while it is open: five questions to the database, however much there
   * is.
   */
  @GetMapping("/api/today")
  Today today() {
    Instant now = clock.instant();
    List<Offer> all = offers.known();
    Map<Long, List<Finding>> found = attention.judgements().now();
    List<OfferFinding> findings =
        all.stream()
            .flatMap(
                o ->
                    found.getOrDefault(o.id(), List.of()).stream()
                        .map(one -> new OfferFinding(o.id(), o.settings().name(), one)))
            .sorted(Comparator.comparing(f -> f.finding().severity()))
            .toList();
    Engine.Standing engine = attention.engine().standing();
    return new Today(
        now,
        attention.beginning().now(),
        first(all),
        all.size(),
        findings.stream().limit(MOST_FINDINGS).toList(),
        findings.size(),
        history.since(now.minus(A_DAY), MOST_NEWS),
        engine.outbox(),
        attention.halt().now(),
        engine.trouble(),
        attention.setAside().now(),
        numbers.waitingToConfirm());
  }

  private List<OfferLine> first(List<Offer> all) {
    List<Offer> first =
        all.stream()
            .sorted(Comparator.comparing(o -> o.state() != OfferState.LIVE))
            .limit(MOST_OFFERS)
            .toList();
    Map<Long, Numbers.Track> tracks = numbers.tracks(first.stream().map(Offer::id).toList());
    return first.stream()
        .map(
            o ->
                new OfferLine(
                    o.id(),
                    o.settings().name(),
                    o.state(),
                    tracks.getOrDefault(o.id(), Numbers.Track.EMPTY)))
        .toList();
  }
}
