package jeton.server.token;

import org.springframework.stereotype.Repository;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Keys of this install, shared by all its instances. */
@Repository
class SecretStore {
  private static final String MAKE =
      "INSERT IGNORE INTO secret (name, value) VALUES (:name, :fresh)";
  private static final String READ = "SELECT value FROM secret WHERE name = :name";

  private final JdbcClient db;

  SecretStore(JdbcClient db) {
    this.db = db;
  }

  /** Keeps the fresh value unless another instance was first; returns the one that counts. */
  byte[] keep(String name, byte[] fresh) {
    db.sql(MAKE).param("name", name).param("fresh", fresh).update();
    return db.sql(READ).param("name", name).query(byte[].class).single();
  }
}
