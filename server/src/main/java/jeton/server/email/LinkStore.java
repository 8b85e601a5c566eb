package jeton.server.email;

import java.util.Optional;
import jeton.server.token.Tokens;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The addresses that links lead to, each under a number. */
@Repository
class LinkStore {
  private static final String ADD =
      "INSERT IGNORE INTO tracked_link (hash, href) VALUES (:hash, :href)";
  private static final String NUMBER = "SELECT id FROM tracked_link WHERE hash = :hash";
  private static final String HREF = "SELECT href FROM tracked_link WHERE id = :id";

  private final JdbcClient db;

  LinkStore(JdbcClient db) {
    this.db = db;
  }

  long numberOf(String href) {
    byte[] hash = Tokens.hash(href);
    db.sql(ADD).param("hash", hash).param("href", href).update();
    return db.sql(NUMBER).param("hash", hash).query(Long.class).single();
  }

  Optional<String> href(long id) {
    return db.sql(HREF).param("id", id).query(String.class).optional();
  }
}
