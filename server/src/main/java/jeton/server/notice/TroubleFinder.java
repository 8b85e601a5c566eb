package jeton.server.notice;

import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.offer.OfferState;
import jeton.core.readiness.Finding;
import jeton.server.amiss.InstallTroubles;
import jeton.server.mail.EngineWatch;
import jeton.server.offer.Offer;
import jeton.server.offer.Offers;
import jeton.server.readiness.ReadinessCheck;
import jeton.server.setaside.SetAside;
import org.springframework.stereotype.Component;

/**
 * Finds what does not work as it should at this moment (O1): emails that are refused or left lying,
 * runs that stand aside, programs that take nothing of what they are told, and live offers with a
 * grave finding, a pool that runs dry or a form nobody sees.
 */
@Component
class TroubleFinder {
  private static final Duration YOUNG = Duration.ofDays(1);
  private static final int MOST_WORDS = 500;
  private static final String NEVER_SEEN = "never_seen";

  // Worth a look before it goes live, but trouble once it is.
  private static final Set<String> TROUBLE_WHEN_LIVE =
      Set.of(NEVER_SEEN, "not_seen_lately", "pool_dry", "pool_runs_out", "slice_empty");

  private final EngineWatch watch;
  private final SetAside setAside;
  private final Offers offers;
  private final ReadinessCheck readiness;
  private final InstallTroubles amiss;
  private final Clock clock;

  TroubleFinder(
      EngineWatch watch,
      SetAside setAside,
      Offers offers,
      ReadinessCheck readiness,
      InstallTroubles amiss,
      Clock clock) {
    this.watch = watch;
    this.setAside = setAside;
    this.offers = offers;
    this.readiness = readiness;
    this.amiss = amiss;
    this.clock = clock;
  }

  /** All there is. */
  List<Troubles.Trouble> now() {
    List<Troubles.Trouble> found = new ArrayList<>(ofSending());
    found.addAll(ofTheInstall());
    List<Offer> live = offers.known().stream().filter(o -> o.state() == OfferState.LIVE).toList();
    Map<Long, List<Finding>> findings = readiness.of(live);
    live.forEach(offer -> found.addAll(of(offer, findings.get(offer.id()))));
    return found;
  }

  /**
   * Without what the mail server said: it may name people, and not every reader may read of them.
   */
  private List<Troubles.Trouble> ofSending() {
    List<Troubles.Trouble> found = new ArrayList<>();
    EngineWatch.Standing engine = watch.standing();
    engine
        .halt()
        .ifPresent(
            halt ->
                found.add(
                    trouble(
                        "halt",
                        "All sending has stopped after " + halt.refusals() + " refusals in a row.",
                        "/app/emails/engine")));
    engine.trouble().ifPresent(words -> found.add(trouble("sending", words, "/app/emails/engine")));
    if (engine.outbox().troubled() > 0) {
      found.add(trouble("refused", "Emails could not be sent so far.", "/app/emails/engine"));
    }
    if (setAside.now().total() > 0) {
      found.add(
          trouble(
              "set_aside",
              "A follow-up could not go on for some people. It waits for you.",
              "/app/today"));
    }
    return found;
  }

  private List<Troubles.Trouble> ofTheInstall() {
    return amiss.now().stream().map(one -> trouble(one.key(), one.words(), one.href())).toList();
  }

  private Troubles.Trouble trouble(String key, String words, String href) {
    return new Troubles.Trouble(key, Optional.empty(), cut(words), href, clock.instant());
  }

  private List<Troubles.Trouble> of(Offer offer, List<Finding> found) {
    boolean isYoung =
        offer.liveSince().map(since -> since.isAfter(clock.instant().minus(YOUNG))).orElse(true);
    return found.stream()
        .filter(TroubleFinder::isTrouble)
        // A form that went live today may well not have been seen yet.
        .filter(finding -> !isYoung || !finding.code().equals(NEVER_SEEN))
        .map(
            finding ->
                new Troubles.Trouble(
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
