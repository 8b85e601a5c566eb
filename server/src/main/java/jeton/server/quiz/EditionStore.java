package jeton.server.quiz;

import java.time.Instant;
import java.util.Optional;
import jeton.core.incentive.Quiz;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Editions of quizzes. */
@Repository
class EditionStore {
  private static final String ADD =
      """
      INSERT IGNORE INTO quiz_edition (offer_id, hash, quiz, made_at)
      VALUES (:offerId, :hash, :quiz, :now)
      """;
  private static final String ID =
      "SELECT id FROM quiz_edition WHERE offer_id = :offerId AND hash = :hash";
  private static final String FIND = "SELECT id, offer_id, quiz FROM quiz_edition WHERE id = :id";

  private final JdbcClient db;
  private final Documents documents;

  EditionStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  /** The number of an edition, made when it is new. */
  long id(long offerId, byte[] hash, String quiz, Instant now) {
    Optional<Long> known = id(offerId, hash);
    if (known.isPresent()) {
      return known.get();
    }
    db.sql(ADD)
        .param("offerId", offerId)
        .param("hash", hash)
        .param("quiz", quiz)
        .param("now", Utc.bind(now))
        .update();
    return id(offerId, hash).orElseThrow();
  }

  private Optional<Long> id(long offerId, byte[] hash) {
    return db.sql(ID).param("offerId", offerId).param("hash", hash).query(Long.class).optional();
  }

  Optional<Edition> find(long id) {
    return db.sql(FIND)
        .param("id", id)
        .query(
            (row, n) ->
                new Edition(
                    row.getLong("id"),
                    row.getLong("offer_id"),
                    documents.read(row.getString("quiz"), Quiz.class)))
        .optional();
  }
}
