package jeton.server.token;

import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Keys of this install, shared by all its instances; sealed. */
@Repository
class SecretStore {
  private static final String MAKE =
      "INSERT IGNORE INTO secret (name, value) VALUES (:name, :fresh)";
  private static final String READ = "SELECT value FROM secret WHERE name = :name";
  private static final String REPLACE =
      """
      INSERT INTO secret (name, value) VALUES (:name, :fresh)
          ON DUPLICATE KEY UPDATE value = VALUES(value)
      """;

  private final JdbcClient db;
  private final Vault vault;

  SecretStore(JdbcClient db, Vault vault) {
    this.db = db;
    this.vault = vault;
  }

  /** Keeps the fresh value unless another instance was first; returns the one that counts. */
  byte[] keep(String name, byte[] fresh) {
    db.sql(MAKE).param("name", name).param("fresh", vault.seal(name, fresh)).update();
    byte[] kept = db.sql(READ).param("name", name).query(byte[].class).single();
    byte[] secret = vault.open(name, kept);
    if (!Vault.isSealed(kept)) {
      // An older version's.
      replace(name, secret);
    }
    return secret;
  }

  Optional<byte[]> find(String name) {
    return db.sql(READ)
        .param("name", name)
        .query(byte[].class)
        .optional()
        .map(kept -> vault.open(name, kept));
  }

  void replace(String name, byte[] fresh) {
    db.sql(REPLACE).param("name", name).param("fresh", vault.seal(name, fresh)).update();
  }
}
