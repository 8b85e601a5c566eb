package jeton.server.mail;

import org.springframework.stereotype.Repository;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;

/** The one key emails are signed with. */
@Repository
class DkimStore {
  private static final String FIND =
      "SELECT domain, selector, private_key, public_key, is_on, created_at FROM dkim_key WHERE id = 1";
  private static final String PUT =
      """
      REPLACE INTO dkim_key (id, domain, selector, private_key, public_key, is_on, created_at)
      VALUES (1, :domain, :selector, :privateKey, :publicKey, :on, :now)
      """;
  private static final String TURN = "UPDATE dkim_key SET is_on = :on WHERE id = 1";

  private final JdbcClient db;

  DkimStore(JdbcClient db) {
    this.db = db;
  }

  /** A key with its private part, PKCS #8. */
  record Row(
      String domain,
      String selector,
      byte[] privateKey,
      byte[] publicKey,
      boolean on,
      Instant createdAt) {}

  Optional<Row> find() {
    return db.sql(FIND).query(DkimStore::row).optional();
  }

  void put(Row row) {
    db.sql(PUT)
        .param("domain", row.domain())
        .param("selector", row.selector())
        .param("privateKey", row.privateKey())
        .param("publicKey", row.publicKey())
        .param("on", row.on())
        .param("now", Utc.bind(row.createdAt()))
        .update();
  }

  boolean turn(boolean on) {
    return 1 == db.sql(TURN).param("on", on).update();
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getString("domain"),
        row.getString("selector"),
        row.getBytes("private_key"),
        row.getBytes("public_key"),
        row.getBoolean("is_on"),
        Utc.read(row, "created_at"));
  }
}
