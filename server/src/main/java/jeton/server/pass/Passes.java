package jeton.server.pass;

import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.handover.PassLimits;
import jeton.core.handover.PassStatus;
import jeton.core.handover.PassUse;
import jeton.server.business.Business;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Passes: one person's right to one incentive (rules P1 to P4). */
@Service
public class Passes {
  private final PassStore store;
  private final Business business;
  private final Clock clock;

  Passes(PassStore store, Business business, Clock clock) {
    this.business = business;
    this.store = store;
    this.clock = clock;
  }

  /**
   * A pass as it stands.
   *
   * @param given number of what it stands for, where that is personal
   */
  public record Pass(
      long id,
      long personId,
      long offerId,
      Optional<Instant> expiresAt,
      Optional<Integer> mostUses,
      int uses,
      Optional<Instant> firstUsedAt,
      Optional<Long> given) {

    /** Whether it opens anything now. */
    public PassStatus status(Instant now) {
      return PassStatus.of(expiresAt, mostUses, uses, now);
    }
  }

  /** Whose pass of which offer a link is wanted for. */
  public record Holder(long personId, long offerId) {}

  /** What starting a transfer came to. */
  public record Opening(Pass pass, boolean opened, boolean firstUse) {}

  /**
   * What a pass stands for.
   *
   * @param endsAt its last moment, where it ends by itself
   * @param given its number, where it is personal
   */
  public record For(Optional<Instant> endsAt, Optional<Long> given) {}

  /** Issues a pass with these limits, counted from now. */
  public long issue(Holder holder, PassLimits limits, For what) {
    Instant now = clock.instant();
    Optional<Instant> expiry = limits.expiry(now, business.now().settings().zoneId());
    return store.add(new PassStore.Issue(holder, now, expiry, limits.uses(), what));
  }

  /** Makes a pass reachable by a token whose hash is given. Doing it twice is harmless. */
  public void reachableBy(long passId, byte[] tokenHash) {
    store.addLink(passId, tokenHash, Optional.empty());
  }

  /** The last moment of what a holder's newest pass stands for, known only now. */
  public void endsAt(Holder holder, Optional<Instant> endsAt) {
    store.endsAt(holder, endsAt);
  }

  /**
   * What a holder's passes stand for was used elsewhere (G5). True the first time; false for
   * somebody without a pass, too.
   */
  public boolean usedElsewhere(Holder holder) {
    return store.usedElsewhere(holder, clock.instant());
  }

  /** What a holder came to with an offer that is played, until they come to something else. */
  public void result(Holder holder, String result) {
    store.result(holder, result, clock.instant());
  }

  /** Offers of which a person has a pass. */
  public List<Long> offersOf(long personId) {
    return store.offersOf(personId);
  }

  /** When a holder was first given what the offer gives. */
  public Optional<Instant> firstIssued(Holder holder) {
    return store.firstIssued(holder);
  }

  /** The newest pass of a holder. */
  public Optional<Pass> newest(Holder holder) {
    return store.newest(holder);
  }

  /**
   * New tokens to the newest pass of each holder who has one, by the number of the email that will
   * carry it; committed when this returns.
   */
  @Transactional
  public Map<Long, String> newLinks(Map<Long, Holder> holders) {
    Map<Long, String> tokens = new HashMap<>();
    holders.forEach(
        (outboxId, holder) ->
            newLink(holder, Optional.of(outboxId)).ifPresent(token -> tokens.put(outboxId, token)));
    return tokens;
  }

  /** A new token to the newest pass of a holder who has one. */
  public Optional<String> newLink(Holder holder) {
    return newLink(holder, Optional.empty());
  }

  private Optional<String> newLink(Holder holder, Optional<Long> outboxId) {
    return store
        .newest(holder)
        .map(
            pass -> {
              String token = Tokens.random();
              store.addLink(pass.id(), Tokens.hash(token), outboxId);
              return token;
            });
  }

  /** The email that carried a token, if one did. */
  public Optional<Long> carriedBy(String token) {
    return store.carriedBy(Tokens.hash(token));
  }

  /** The pass of a token. */
  public Optional<Pass> find(String token) {
    return store.byLink(Tokens.hash(token), false);
  }

  /** Whether a use of this file goes on (P2); it is prolonged then. */
  public boolean goesOn(Pass pass, String fileHash) {
    return store.prolongIfItGoesOn(pass.id(), fileHash, clock.instant());
  }

  /** Starts a transfer of a file: counts a use unless the latest of this file goes on (P2, P4). */
  @Transactional
  public Optional<Opening> open(String token, String fileHash) {
    Instant now = clock.instant();
    return store.byLink(Tokens.hash(token), true).map(pass -> open(pass, fileHash, now));
  }

  private Opening open(Pass pass, String fileHash, Instant now) {
    Optional<PassUse> latest = store.latestUse(pass.id(), fileHash);
    PassUse.Answer answer = PassUse.judge(latest, pass.status(now), now);
    if (answer == PassUse.Answer.CONTINUES) {
      store.prolong(pass.id(), fileHash, latest.orElseThrow(), now);
    } else if (answer == PassUse.Answer.COUNTED) {
      store.countUse(pass.id(), fileHash, now);
    }
    boolean first = answer == PassUse.Answer.COUNTED && pass.firstUsedAt().isEmpty();
    return new Opening(pass, answer.opens(), first);
  }
}
