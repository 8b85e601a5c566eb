package jeton.server.programkey;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keys for programs: shown once, kept as a hash, with what they may do (H3). */
@Service
public class ProgramKeys {
  private static final String BEARER = "Bearer ";
  private static final int MOST_NAME = 80;
  private static final int MOST_KEYS = 50;
  // How far "last used" may lag behind: a busy shop need not write it with every order.
  private static final Duration LAG = Duration.ofMinutes(1);

  private final ProgramKeyStore store;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Remembered<List<ProgramKeyStore.Row>> good;
  private final Map<Long, Instant> noted = new ConcurrentHashMap<>();

  ProgramKeys(ProgramKeyStore store, ConfigurationVersion configuration, Clock clock) {
    this.store = store;
    this.configuration = configuration;
    this.clock = clock;
    good = new Remembered<>(configuration, store::good);
  }

  /** What a key may do. */
  public enum May {
    CHECK_COUPONS,
    REDEEM_COUPONS,
    TELL_PURCHASES,
    /** People, their tags and lists, and what happened to them. */
    READ_PEOPLE,
    CHANGE_PEOPLE,
    /** Feeds: what will be sent, and tables for spreadsheets. */
    READ_FEEDS
  }

  /**
   * A key, without what it is.
   *
   * @param lastUsedAt at most a minute behind
   */
  public record KeyView(
      long id,
      String name,
      Set<May> may,
      Instant madeAt,
      Optional<Instant> lastUsedAt,
      Optional<Instant> revokedAt) {}

  /** A key just made; {@code key} is shown this once. */
  public record KeyMade(String key, KeyView view) {}

  /** All there ever were, newest first. */
  public List<KeyView> all() {
    return store.all().stream().map(ProgramKeyStore.Row::view).toList();
  }

  /** Makes a key. */
  @Transactional
  public KeyMade make(String name, Set<May> may) {
    Problems problems = new Problems();
    problems.line(name, "name", "The name", MOST_NAME);
    problems.when(name.isBlank(), "name", "empty", "What will use this key? Give it a name.");
    problems.when(may.isEmpty(), "may", "empty", "A key that may do nothing is of no use.");
    problems.when(
        store.good().size() >= MOST_KEYS, "name", "too_many", "At most 50 keys. Revoke one first.");
    Refused.unlessNone(problems.list());
    String key = "jk_" + Tokens.random();
    long id = store.add(name.strip(), Tokens.hash(key), may, clock.instant());
    configuration.changed();
    return new KeyMade(key, store.find(id).orElseThrow().view());
  }

  /** Whoever has it is refused from now on, within a second or two on other instances. */
  @Transactional
  public void revoke(long id) {
    if (store.find(id).isEmpty()) {
      throw new NotThere("This key");
    }
    store.revoke(id, clock.instant());
    configuration.changed();
  }

  /** Whether the header {@code Authorization: Bearer KEY} names a key that may do this. */
  public boolean mayBy(String authorization, May what) {
    Optional<ProgramKeyStore.Row> key =
        row(authorization).filter(row -> row.view().may().contains(what));
    key.ifPresent(this::noteUse);
    return key.isPresent();
  }

  /** The key that header names, if it is one of ours that was not revoked. */
  Optional<Long> id(String authorization) {
    return row(authorization).map(row -> row.view().id());
  }

  private Optional<ProgramKeyStore.Row> row(String authorization) {
    if (authorization == null || !authorization.startsWith(BEARER)) {
      return Optional.empty();
    }
    byte[] hash = Tokens.hash(authorization.substring(BEARER.length()).strip());
    return good.now().stream().filter(row -> Arrays.equals(row.hash(), hash)).findFirst();
  }

  private void noteUse(ProgramKeyStore.Row key) {
    Instant now = clock.instant();
    Instant before = noted.get(key.view().id());
    if (before == null || now.isAfter(before.plus(LAG)) || now.isBefore(before)) {
      noted.put(key.view().id(), now);
      store.used(key.view().id(), now);
    }
  }

  static Set<May> read(String words) {
    Set<May> may = EnumSet.noneOf(May.class);
    Arrays.stream(words.split(","))
        .filter(word -> !word.isEmpty())
        .map(May::valueOf)
        .forEach(may::add);
    return may;
  }
}
