package jeton.server.hook;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.hook.HookKind;
import jeton.core.hook.HookSettings;
import jeton.server.database.Utc;
import jeton.server.token.Vault;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Hooks. */
@Repository
class HookStore {
  private static final String PURPOSE = "hook";
  private static final String SELECT = "SELECT * FROM hook WHERE removed_at IS NULL";
  private static final String SAVE =
      """
      UPDATE hook SET name = :name, url = :url, kinds = :kinds, offers = :offers, version = version + 1
       WHERE id = :id AND version = :version AND removed_at IS NULL
      """;
  private static final String SUCCEEDED =
      """
      UPDATE hook SET failing_since = NULL, failures = 0, hold_until = NULL
       WHERE id = :id AND failing_since IS NOT NULL
      """;
  private static final String FAILED =
      """
      UPDATE hook SET failing_since = COALESCE(failing_since, :now), failures = failures + :looks
       WHERE id = :id
      """;

  private final JdbcClient db;
  private final Vault vault;

  HookStore(JdbcClient db, Vault vault) {
    this.db = db;
    this.vault = vault;
  }

  List<Hook> all() {
    return db.sql(SELECT + " ORDER BY id").query(this::read).list();
  }

  Optional<Hook> find(long id) {
    return db.sql(SELECT + " AND id = :id").param("id", id).query(this::read).optional();
  }

  long add(HookSettings settings, String secret, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    settings(
            "INSERT INTO hook (name, url, kinds, offers, secret, state, version, made_at)"
                + " VALUES (:name, :url, :kinds, :offers, :secret, 'ON', 1, :now)",
            settings)
        .param("secret", vault.seal(PURPOSE, secret))
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  boolean save(long id, int version, HookSettings settings) {
    return settings(SAVE, settings).param("id", id).param("version", version).update() > 0;
  }

  private JdbcClient.StatementSpec settings(String sql, HookSettings settings) {
    return db.sql(sql)
        .param("name", settings.name())
        .param("url", settings.url())
        .param("kinds", joined(settings.kinds()))
        .param("offers", joined(settings.offers()));
  }

  private static String joined(Collection<?> all) {
    return all.stream().map(Object::toString).sorted().collect(Collectors.joining(","));
  }

  void remove(long id, Instant now) {
    db.sql("UPDATE hook SET removed_at = :now WHERE id = :id")
        .param("id", id)
        .param("now", Utc.bind(now))
        .update();
  }

  /** Turned on again, it has all its patience back. */
  void turn(long id, Hook.State state) {
    db.sql(
            """
            UPDATE hook SET state = :state,
                   failing_since = IF(:state = 'ON', NULL, failing_since),
                   failures = IF(:state = 'ON', 0, failures),
                   hold_until = IF(:state = 'ON', NULL, hold_until)
             WHERE id = :id
            """)
        .param("id", id)
        .param("state", state.name())
        .update();
  }

  void secret(long id, String secret) {
    db.sql("UPDATE hook SET secret = :secret WHERE id = :id")
        .param("id", id)
        .param("secret", vault.seal(PURPOSE, secret))
        .update();
  }

  void succeeded(long id) {
    db.sql(SUCCEEDED).param("id", id).update();
  }

  void failed(long id, int looks, Instant now) {
    db.sql(FAILED).param("id", id).param("looks", looks).param("now", Utc.bind(now)).update();
  }

  void hold(long id, Instant until) {
    db.sql("UPDATE hook SET hold_until = :until WHERE id = :id")
        .param("id", id)
        .param("until", Utc.bind(until))
        .update();
  }

  private Hook read(ResultSet row, int n) throws SQLException {
    return new Hook(
        row.getLong("id"),
        new HookSettings(
            row.getString("name"),
            row.getString("url"),
            split(row.getString("kinds"), HookKind::valueOf),
            split(row.getString("offers"), Long::valueOf)),
        vault.open(PURPOSE, row.getString("secret")),
        Hook.State.valueOf(row.getString("state")),
        row.getInt("version"),
        Utc.read(row, "made_at"),
        Utc.readOptional(row, "failing_since"),
        row.getInt("failures"),
        Utc.readOptional(row, "hold_until"));
  }

  private static <T> Set<T> split(String joined, Function<String, T> of) {
    return Arrays.stream(joined.split(","))
        .filter(part -> !part.isEmpty())
        .map(of)
        .collect(Collectors.toSet());
  }
}
