package jeton.server.human;

import java.time.Clock;
import jeton.server.business.JetonSettings;
import jeton.server.request.AskLimit;
import org.springframework.stereotype.Component;

/**
 * How many sign-ups come from one network; how many come for one address is counted where people
 * are (signup). Requests from this machine are counted like any other, but in the demo and in
 * tests, where everybody comes from it.
 */
@Component
class RateLimits {
  private static final long BURST = 30;
  private static final long PER_MINUTE = 10;
  private static final String LOOPBACK = "127.0.0.0/24";
  private static final String LOOPBACK_6 = "0:0:0:0:0:0:0:0/48";

  private final AskLimit limit;
  private final boolean trustsOwnMachine;

  RateLimits(Clock clock, JetonSettings settings) {
    this.limit = new AskLimit(clock, BURST, PER_MINUTE);
    this.trustsOwnMachine = settings.trustsOwnMachine();
  }

  /** Takes one of a network's. False when there is none left for now. */
  boolean take(String network) {
    return isHere(network) || limit.take(network);
  }

  /** Whether half is used: not too much yet, but more than people do. */
  boolean isBusy(String network) {
    return !isHere(network) && limit.isBusy(network);
  }

  /** Whether a request comes from this machine, and that is as it should be. */
  boolean isHere(String network) {
    return trustsOwnMachine && (network.equals(LOOPBACK) || network.equals(LOOPBACK_6));
  }
}
