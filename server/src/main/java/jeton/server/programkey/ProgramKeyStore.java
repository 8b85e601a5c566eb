package jeton.server.programkey;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Keys for programs, by their hashes. */
@Repository
class ProgramKeyStore {
  private static final String SELECT =
      "SELECT id, name, token_hash, may, made_at, last_used_at, revoked_at FROM program_key";

  private final JdbcClient db;

  ProgramKeyStore(JdbcClient db) {
    this.db = db;
  }

  /** A key and its hash. */
  record Row(byte[] hash, ProgramKeys.KeyView view) {}

  List<Row> all() {
    return db.sql(SELECT + " ORDER BY id DESC").query(ProgramKeyStore::row).list();
  }

  /** Those that were not revoked. */
  List<Row> good() {
    return db.sql(SELECT + " WHERE revoked_at IS NULL").query(ProgramKeyStore::row).list();
  }

  Optional<Row> find(long id) {
    return db.sql(SELECT + " WHERE id = :id")
        .param("id", id)
        .query(ProgramKeyStore::row)
        .optional();
  }

  long add(String name, byte[] hash, Set<ProgramKeys.May> may, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(
            "INSERT INTO program_key (name, token_hash, may, made_at) VALUES (:name, :hash, :may, :now)")
        .param("name", name)
        .param("hash", hash)
        .param("may", may.stream().map(Enum::name).sorted().collect(Collectors.joining(",")))
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  void revoke(long id, Instant now) {
    db.sql("UPDATE program_key SET revoked_at = :now WHERE id = :id AND revoked_at IS NULL")
        .param("id", id)
        .param("now", Utc.bind(now))
        .update();
  }

  void used(long id, Instant now) {
    db.sql("UPDATE program_key SET last_used_at = :now WHERE id = :id")
        .param("id", id)
        .param("now", Utc.bind(now))
        .update();
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getBytes("token_hash"),
        new ProgramKeys.KeyView(
            row.getLong("id"),
            row.getString("name"),
            ProgramKeys.read(row.getString("may")),
            Utc.read(row, "made_at"),
            Utc.readOptional(row, "last_used_at"),
            Utc.readOptional(row, "revoked_at")));
  }
}
