package jeton.server.quiz;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.Supplier;
import jeton.core.numbers.Share;
import jeton.core.quiz.Balance;
import jeton.core.quiz.Scheme;
import jeton.core.quiz.Scoring;
import org.springframework.stereotype.Component;

/**
 * Works out how evenly a quiz leads to its outcomes while it is edited, off the request's thread. A
 * newer question about the same offer makes an older one that still waits pointless.
 */
@Component
class Balances {
  private static final int MOST_TOTALS = 400;
  private static final int REMEMBERED = 500;
  private final ExecutorService workers = Executors.newFixedThreadPool(2);
  private final Cache<Scheme, Balance> known =
      Caffeine.newBuilder().maximumSize(REMEMBERED).build();
  private final AtomicLong numbers = new AtomicLong();
  private final Map<Long, Long> newest = new ConcurrentHashMap<>();

  /** Of a quiz as it is saved: worked out once, however often it is looked at. */
  Balance known(Scheme scheme) {
    return known.get(scheme, Balance::of);
  }

  /** Something asked later made it pointless. */
  static final class Overtaken extends RuntimeException {
    private static final long serialVersionUID = 1L;
  }

  /**
   * A share of all ways to answer.
   *
   * @param part of the whole, in lowest terms together
   * @param value 0 to 1
   * @param error half the width of the 95 % interval of an estimate; 0 where it is exact
   */
  record ShareView(String part, String whole, double value, double error) {
    static ShareView of(Share share, double error) {
      String[] terms = share.reduced().split("/");
      return new ShareView(terms[0], terms[1], share.value(), error);
    }
  }

  /**
   * How a quiz is balanced.
   *
   * @param ways to answer it, all in all
   * @param common the smallest number of ways that shows all shares
   * @param nobody share of totals that no outcome owns
   * @param unreachable keys of outcomes nobody can get
   * @param totals that can be reached, where answers add to one; cut off when there are very many
   * @param unowned of them, those of nobody
   * @param ownedTwice of them, those of two
   * @param changed the shares if an answer gave one point more; empty unless asked
   */
  record BalanceView(
      String ways,
      String common,
      Map<String, ShareView> shares,
      ShareView nobody,
      ShareView ties,
      List<String> unreachable,
      boolean exact,
      List<Integer> totals,
      List<Integer> unowned,
      List<Integer> ownedTwice,
      Optional<Map<String, ShareView>> changed) {}

  /** An answer that would give an outcome so many points. */
  record WhatIf(String question, String answer, String outcome, int points) {}

  /** Answers later. */
  <T> CompletableFuture<T> newest(long offerId, Supplier<T> work) {
    long mine = numbers.incrementAndGet();
    newest.put(offerId, mine);
    return CompletableFuture.supplyAsync(
        () -> {
          if (newest.getOrDefault(offerId, mine) != mine) {
            throw new Overtaken();
          }
          return work.get();
        },
        workers);
  }

  BalanceView of(Scheme scheme, Optional<WhatIf> whatIf) {
    Balance balance = Balance.of(scheme);
    boolean range = scheme.scoring() == Scoring.RANGE;
    List<Integer> totals = range ? new ArrayList<>(scheme.attainable()) : List.of();
    Scheme.Doubts doubts = range ? scheme.doubts() : new Scheme.Doubts(List.of(), List.of());
    return new BalanceView(
        balance.nobody().whole().toString(),
        balance.commonWays().toString(),
        shares(balance),
        ShareView.of(balance.nobody(), 0),
        ShareView.of(balance.ties(), 0),
        balance.unreachable(),
        balance.exact(),
        few(totals),
        few(doubts.unowned()),
        few(doubts.ownedTwice()),
        whatIf.map(
            what ->
                shares(
                    Balance.of(
                        scheme.withPoints(
                            what.question(), what.answer(), what.outcome(), what.points())))));
  }

  private static List<Integer> few(List<Integer> totals) {
    return totals.size() > MOST_TOTALS ? List.copyOf(totals.subList(0, MOST_TOTALS)) : totals;
  }

  private static Map<String, ShareView> shares(Balance balance) {
    Map<String, ShareView> shares = new LinkedHashMap<>();
    balance.shares().forEach((id, share) -> shares.put(id, ShareView.of(share, balance.error(id))));
    return shares;
  }

  @PreDestroy
  void stop() {
    workers.shutdownNow();
  }
}
