package jeton.server.notice;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.offer.OfferState;
import jeton.core.readiness.Finding;
import jeton.server.followup.SetAside;
import jeton.server.mail.Engine;
import jeton.server.mail.SendingHalt;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.readiness.ReadinessCheck;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Looks now and then for what does not work as it should (O1): emails that are refused or left
 * lying, runs that stand aside, and live offers with a grave finding, a pool that runs dry or a
 * form nobody sees. What is new is told; what comes back within a day is not told again.
 */
@Service
class Troubles {
  private static final Duration QUIET = Duration.ofDays(1);
  private static final int MOST_WORDS = 500;
  private static final String NEVER_SEEN = "never_seen";

  // Worth a look before it goes live, but trouble once it is.
  private static final Set<String> TROUBLE_WHEN_LIVE =
      Set.of(NEVER_SEEN, "not_seen_lately", "pool_dry", "pool_runs_out", "slice_empty");

  private final TroubleStore store;
  private final Notices notices;
  private final Watched watched;
  private final TransactionOperations tx;
  private final Clock clock;

  Troubles(
      TroubleStore store, Notices notices, Watched watched, TransactionOperations tx, Clock clock) {
    this.store = store;
    this.notices = notices;
    this.watched = watched;
    this.tx = tx;
    this.clock = clock;
  }

  /** What may go wrong. */
  @org.springframework.stereotype.Component
  record Watched(
      SendingHalt halt,
      Engine engine,
      SetAside setAside,
      Offers offers,
      ReadinessCheck readiness) {}

  /**
   * Something amiss.
   *
   * @param key the same as long as it is the same trouble
   * @param href where in the interface it is put right
   */
  record Trouble(String key, Optional<Long> offerId, String words, String href, Instant since) {}

  /** What there is, as last looked. */
  List<Trouble> now() {
    return store.open();
  }

  void look() {
    List<Trouble> found = new ArrayList<>(ofSending());
    List<Offer> live =
        watched.offers().known().stream().filter(o -> o.state() == OfferState.LIVE).toList();
    Map<Long, List<Finding>> findings = watched.readiness().of(live);
    live.forEach(offer -> found.addAll(of(offer, findings.get(offer.id()))));
    Set<String> keys = found.stream().map(Trouble::key).collect(Collectors.toSet());
    Instant now = clock.instant();
    for (Trouble gone : store.open()) {
      if (!keys.contains(gone.key())) {
        store.ends(gone.key(), now);
      }
    }
    for (Trouble trouble : found) {
      tx.executeWithoutResult(status -> begin(trouble));
    }
  }

  private void begin(Trouble trouble) {
    if (store.begins(trouble, clock.instant().minus(QUIET))) {
      notices.trouble(trouble.offerId(), trouble.words());
    }
  }

  /**
   * Without what the mail server said: it may name people, and not every reader may read of them.
   */
  private List<Trouble> ofSending() {
    List<Trouble> found = new ArrayList<>();
    watched
        .halt()
        .now()
        .ifPresent(
            halt ->
                found.add(
                    trouble(
                        "halt",
                        "All sending has stopped after " + halt.refusals() + " refusals in a row.",
                        "/app/emails/engine")));
    Engine.Standing engine = watched.engine().standing();
    engine.trouble().ifPresent(words -> found.add(trouble("sending", words, "/app/emails/engine")));
    if (engine.outbox().troubled() > 0) {
      found.add(trouble("refused", "Emails could not be sent so far.", "/app/emails/engine"));
    }
    if (watched.setAside().now().total() > 0) {
      found.add(
          trouble(
              "set_aside",
              "A follow-up could not go on for some people. It waits for you.",
              "/app/today"));
    }
    return found;
  }

  private Trouble trouble(String key, String words, String href) {
    return new Trouble(key, Optional.empty(), cut(words), href, clock.instant());
  }

  private List<Trouble> of(Offer offer, List<Finding> found) {
    boolean isYoung =
        offer.liveSince().map(since -> since.isAfter(clock.instant().minus(QUIET))).orElse(true);
    return found.stream()
        .filter(Troubles::isTrouble)
        // A form that went live today may well not have been seen yet.
        .filter(finding -> !isYoung || !finding.code().equals(NEVER_SEEN))
        .map(
            finding ->
                new Trouble(
                    "offer " + offer.id() + " " + finding.code() + " " + key(finding.control()),
                    Optional.of(offer.id()),
                    cut(offer.settings().name() + ": " + finding.message()),
                    "/app/offers/" + offer.id() + "/" + stop(finding),
                    clock.instant()))
        .toList();
  }

  private static boolean isTrouble(Finding finding) {
    return finding.severity() == Finding.Severity.GRAVE
        || TROUBLE_WHEN_LIVE.contains(finding.code());
  }

  private static String stop(Finding finding) {
    return finding.stop() == Finding.Stop.SETUP
        ? "give"
        : finding.stop().name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  private static String key(String control) {
    String plain = control.replaceAll("[^A-Za-z0-9_.:-]", "_");
    return plain.length() > 60 ? plain.substring(0, 60) : plain;
  }

  private static String cut(String words) {
    return words.length() > MOST_WORDS ? words.substring(0, MOST_WORDS) : words;
  }
}
