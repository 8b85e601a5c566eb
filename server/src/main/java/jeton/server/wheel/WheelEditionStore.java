package jeton.server.wheel;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Editions of wheels. */
@Repository
class WheelEditionStore {
  private static final String ADD =
      """
      INSERT IGNORE INTO wheel_edition (offer_id, hash, edition, made_at)
      VALUES (:offerId, :hash, :edition, :now)
      """;
  private static final String ID =
      "SELECT id FROM wheel_edition WHERE offer_id = :offerId AND hash = :hash";
  private static final String FIND =
      "SELECT id, offer_id, edition FROM wheel_edition WHERE id = :id";

  private final JdbcClient db;
  private final Documents documents;

  WheelEditionStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  long add(long offerId, byte[] hash, String edition, Instant now) {
    db.sql(ADD)
        .param("offerId", offerId)
        .param("hash", hash)
        .param("edition", edition)
        .param("now", Utc.bind(now))
        .update();
    return id(offerId, hash).orElseThrow();
  }

  Optional<Long> id(long offerId, byte[] hash) {
    return db.sql(ID).param("offerId", offerId).param("hash", hash).query(Long.class).optional();
  }

  Optional<WheelEdition> find(long id) {
    return db.sql(FIND)
        .param("id", id)
        .query(
            (row, n) ->
                new WheelEdition(
                    row.getLong("id"),
                    row.getLong("offer_id"),
                    documents.read(row.getString("edition"), WheelEdition.Standing.class)))
        .optional();
  }
}
