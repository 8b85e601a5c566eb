package jeton.server.human;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;
import jeton.server.business.Business;
import jeton.server.token.Tokens;
import org.altcha.altcha.Altcha;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Tells people from robots: a hidden field, the time a form took to fill in, rates, and where it is
 * asked for a proof of work (ALTCHA's protocol, served by ourselves).
 */
@Component
public class HumanCheck {
  /** The hidden field's name: one that robots like to fill in. */
  private static final String HONEYPOT = "website";

  private static final Duration LEAST_TIME = Duration.ofMillis(1200);
  private static final Duration STAMP_GOOD = Duration.ofHours(24);
  private static final Duration CHALLENGE_GOOD = Duration.ofMinutes(10);
  // Some tenths of a second of a phone's work.
  private static final long MOST_NUMBER = 40_000;

  private final Tokens tokens;
  private final RateLimits limits;
  private final Business business;
  private final JsonMapper json;
  private final Clock clock;
  private final Cache<String, Boolean> used =
      Caffeine.newBuilder().maximumSize(200_000).expireAfterWrite(CHALLENGE_GOOD).build();

  HumanCheck(Tokens tokens, RateLimits limits, Business business, JsonMapper json, Clock clock) {
    this.tokens = tokens;
    this.limits = limits;
    this.business = business;
    this.json = json;
    this.clock = clock;
  }

  /** What was found. */
  public enum Verdict {
    PERSON,
    /** Filled in what nobody sees: answered as ever, nothing kept. */
    ROBOT,
    /** Faster than anybody types: asked to press again. */
    TOO_FAST,
    TOO_MANY,
    /** Has to show a proof of work first. */
    CHECK_NEEDED
  }

  /** When a form was rendered, for its hidden field {@code stamp}. */
  public String stamp() {
    return tokens.seal(Long.toString(clock.millis(), Character.MAX_RADIX));
  }

  /** Whether the field was filled in that nobody sees. */
  public static boolean isRobot(Map<String, String> values) {
    return !values.getOrDefault(HONEYPOT, "").isEmpty();
  }

  /** Judges what a form sent. */
  public Verdict judge(Map<String, String> values, String network) {
    if (isRobot(values)) {
      return Verdict.ROBOT;
    }
    String stamp = values.getOrDefault("stamp", "");
    Optional<Duration> took = took(stamp);
    if (!limits.isHere(network) && took.filter(t -> t.compareTo(LEAST_TIME) < 0).isPresent()) {
      return Verdict.TOO_FAST;
    }
    // Plain HTML and other people's programs have no stamp, and need none; a forged one is odd.
    boolean oddStamp = !stamp.isEmpty() && took.filter(t -> t.compareTo(STAMP_GOOD) <= 0).isEmpty();
    boolean suspicious = limits.isBusy(network) || oddStamp;
    if (needsCheck(suspicious) && !solved(values.getOrDefault("altcha", ""))) {
      return Verdict.CHECK_NEEDED;
    }
    return limits.take(network) ? Verdict.PERSON : Verdict.TOO_MANY;
  }

  private boolean needsCheck(boolean suspicious) {
    return switch (business.now().settings().checks().human()) {
      case NEVER -> false;
      case WHEN_SUSPICIOUS -> suspicious;
      case ALWAYS -> true;
    };
  }

  /** A fresh task for a browser. */
  public Altcha.Challenge challenge() {
    Altcha.ChallengeOptions options =
        new Altcha.ChallengeOptions()
            .setHmacKey(tokens.keyFor("altcha"))
            .setMaxNumber(MOST_NUMBER)
            .setExpires(clock.instant().plus(CHALLENGE_GOOD).getEpochSecond());
    try {
      return Altcha.createChallenge(options);
    } catch (Exception everyJdkHasTheAlgorithms) {
      throw new IllegalStateException(everyJdkHasTheAlgorithms);
    }
  }

  /** Whether a solution is right, still in time, and used for the first time. */
  private boolean solved(String solution) {
    if (solution.isEmpty()) {
      return false;
    }
    try {
      Altcha.Payload payload =
          json.readValue(Base64.getDecoder().decode(solution), Altcha.Payload.class);
      String expires = Altcha.extractParams(payload.salt).getOrDefault("expires", "0");
      boolean inTime = clock.instant().isBefore(Instant.ofEpochSecond(Long.parseLong(expires)));
      return inTime
          && Altcha.verifySolution(payload, tokens.keyFor("altcha"), false)
          && used.asMap().putIfAbsent(payload.salt, true) == null;
    } catch (Exception forged) {
      // Whatever the library makes of what a robot made up: nulls, numbers, other shapes.
      return false;
    }
  }

  private static Optional<Instant> moment(String at) {
    try {
      return Optional.of(Instant.ofEpochMilli(Long.parseLong(at, Character.MAX_RADIX)));
    } catch (NumberFormatException otherSeal) {
      return Optional.empty();
    }
  }

  /** How long it took to fill in; empty without a stamp of ours. */
  private Optional<Duration> took(String stamp) {
    return tokens
        .unseal(stamp)
        .flatMap(HumanCheck::moment)
        .map(at -> Duration.between(at, clock.instant()));
  }
}
