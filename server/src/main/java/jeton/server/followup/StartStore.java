package jeton.server.followup;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Starts that lie ahead. One that was set aside has no {@code due_at}. */
@Repository
class StartStore {
  private static final String COLUMNS =
      "SELECT id, sequence_id, person_id, offer_id, due_at, base_at FROM run_start";
  private static final String ADD =
      """
      INSERT IGNORE INTO run_start (sequence_id, person_id, offer_id, due_at, base_at)
      VALUES (:sequenceId, :personId, :offerId, :dueAt, :baseAt)
      """;
  private static final String REPLACE =
      """
      INSERT INTO run_start (sequence_id, person_id, offer_id, due_at, base_at)
      VALUES (:sequenceId, :personId, :offerId, :dueAt, :baseAt)
          ON DUPLICATE KEY UPDATE due_at = VALUES(due_at), base_at = VALUES(base_at), set_aside_at = NULL, trouble = NULL
      """;
  private static final String DUE =
      COLUMNS + " WHERE due_at <= :now ORDER BY due_at, id LIMIT :most";
  private static final String LOCK =
      COLUMNS + " WHERE id IN (:ids) AND due_at <= :now ORDER BY id FOR UPDATE SKIP LOCKED";
  private static final String OF_SEQUENCE =
      COLUMNS
          + """
              FORCE INDEX (PRIMARY)
              WHERE sequence_id = :sequenceId AND id > :after AND due_at IS NOT NULL
              ORDER BY id
              LIMIT :most
            """;
  private static final String REMOVE = "DELETE FROM run_start WHERE id = :id";
  private static final String POSTPONE = "UPDATE run_start SET due_at = :dueAt WHERE id = :id";
  private static final String SET_ASIDE =
      "UPDATE run_start SET due_at = NULL, set_aside_at = :now, trouble = :why WHERE id = :id";
  private static final String NEXT = "SELECT MIN(due_at) AS next FROM run_start";

  private final JdbcClient db;

  StartStore(JdbcClient db) {
    this.db = db;
  }

  /**
   * A start that lies ahead.
   *
   * @param baseAt from when it counts, if it counts from a moment
   */
  record Ahead(
      long id,
      long sequenceId,
      long personId,
      Optional<Long> offerId,
      Instant dueAt,
      Optional<Instant> baseAt) {}

  /** Keeps a start for later; one that is kept already stays, unless it is to be replaced. */
  void add(Ahead ahead, boolean replaces) {
    db.sql(replaces ? REPLACE : ADD)
        .param("sequenceId", ahead.sequenceId())
        .param("personId", ahead.personId())
        .param("offerId", ahead.offerId().orElse(null))
        .param("dueAt", Utc.bind(ahead.dueAt()))
        .param("baseAt", Utc.bind(ahead.baseAt()))
        .update();
  }

  /** What is due, without a lock: people are locked first. */
  List<Ahead> due(Instant now, int most) {
    return db.sql(DUE)
        .param("now", Utc.bind(now))
        .param("most", most)
        .query(StartStore::ahead)
        .list();
  }

  /** Those of these that are still due, locked until the transaction ends; others skip them. */
  List<Ahead> lock(Collection<Long> ids, Instant now) {
    return db.sql(LOCK)
        .param("ids", ids)
        .param("now", Utc.bind(now))
        .query(StartStore::ahead)
        .list();
  }

  List<Ahead> ofSequence(long sequenceId, long after, int most) {
    return db.sql(OF_SEQUENCE)
        .param("sequenceId", sequenceId)
        .param("after", after)
        .param("most", most)
        .query(StartStore::ahead)
        .list();
  }

  void remove(long id) {
    db.sql(REMOVE).param("id", id).update();
  }

  void postpone(long id, Instant dueAt) {
    db.sql(POSTPONE).param("id", id).param("dueAt", Utc.bind(dueAt)).update();
  }

  void setAside(long id, String why, Instant now) {
    db.sql(SET_ASIDE).param("id", id).param("why", why).param("now", Utc.bind(now)).update();
  }

  Optional<Instant> next() {
    return db.sql(NEXT).query((row, n) -> Utc.readOptional(row, "next")).single();
  }

  private static Ahead ahead(ResultSet row, int n) throws SQLException {
    return new Ahead(
        row.getLong("id"),
        row.getLong("sequence_id"),
        row.getLong("person_id"),
        Optional.ofNullable(row.getObject("offer_id", Long.class)),
        Utc.read(row, "due_at"),
        Utc.readOptional(row, "base_at"));
  }
}
