package jeton.server.dkim;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import jeton.server.token.Vault;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The one key emails are signed with. */
@Repository
class DkimStore {
  private static final String PURPOSE = "dkim";
  private static final String KEPT = "SELECT private_key FROM dkim_key WHERE id = 1";
  private static final String SEAL = "UPDATE dkim_key SET private_key = :sealed WHERE id = 1";
  private static final String FIND =
      "SELECT domain, selector, private_key, public_key, is_on, created_at FROM dkim_key WHERE id = 1";
  private static final String PUT =
      """
      REPLACE INTO dkim_key (id, domain, selector, private_key, public_key, is_on, created_at)
      VALUES (1, :domain, :selector, :privateKey, :publicKey, :on, :now)
      """;
  private static final String TURN = "UPDATE dkim_key SET is_on = :on WHERE id = 1";

  private final JdbcClient db;
  private final Vault vault;

  DkimStore(JdbcClient db, Vault vault) {
    this.db = db;
    this.vault = vault;
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
    return db.sql(FIND).query(this::row).optional();
  }

  /** Seals the key of an older version. */
  void sealOld() {
    db.sql(KEPT)
        .query(byte[].class)
        .optional()
        .filter(kept -> !Vault.isSealed(kept))
        .ifPresent(kept -> db.sql(SEAL).param("sealed", vault.seal(PURPOSE, kept)).update());
  }

  void put(Row row) {
    db.sql(PUT)
        .param("domain", row.domain())
        .param("selector", row.selector())
        .param("privateKey", vault.seal(PURPOSE, row.privateKey()))
        .param("publicKey", row.publicKey())
        .param("on", row.on())
        .param("now", Utc.bind(row.createdAt()))
        .update();
  }

  boolean turn(boolean on) {
    return 1 == db.sql(TURN).param("on", on).update();
  }

  private Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getString("domain"),
        row.getString("selector"),
        vault.open(PURPOSE, row.getBytes("private_key")),
        row.getBytes("public_key"),
        row.getBoolean("is_on"),
        Utc.read(row, "created_at"));
  }
}
