package jeton.server.programkey;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What programs were answered, under the keys they gave their requests. */
@Repository
class KeptAnswerStore {
  private static final String BEGIN =
      "INSERT IGNORE INTO kept_answer (name, request, at) VALUES (:name, :request, :now)";
  private static final String TAKE_OVER =
      """
      UPDATE kept_answer
         SET at = :now, request = :request, status = NULL, content_type = NULL, body = NULL
       WHERE name = :name AND at = :before AND (status IS NULL OR at < :old)
      """;
  private static final String KEEP =
      """
      UPDATE kept_answer SET status = :status, content_type = :type, body = :body
       WHERE name = :name AND at = :at
      """;

  private final JdbcClient db;

  KeptAnswerStore(JdbcClient db) {
    this.db = db;
  }

  /**
   * An answer.
   *
   * @param request hash of what was asked
   * @param at when it was begun with
   * @param status empty while it is being answered
   */
  record Kept(
      byte[] request, Instant at, Optional<Integer> status, Optional<String> type, byte[] body) {}

  /** False where there is one of that name. */
  boolean begin(byte[] name, byte[] request, Instant now) {
    return db.sql(BEGIN)
            .param("name", name)
            .param("request", request)
            .param("now", Utc.bind(now))
            .update()
        > 0;
  }

  /** Begins anew with one that nobody answers any more, or that is old; false where another did. */
  boolean takeOver(byte[] name, byte[] request, Instant before, Instant old, Instant now) {
    return db.sql(TAKE_OVER)
            .param("name", name)
            .param("request", request)
            .param("before", Utc.bind(before))
            .param("old", Utc.bind(old))
            .param("now", Utc.bind(now))
            .update()
        > 0;
  }

  Optional<Kept> find(byte[] name) {
    return db.sql("SELECT * FROM kept_answer WHERE name = :name")
        .param("name", name)
        .query(
            (row, n) ->
                new Kept(
                    row.getBytes("request"),
                    Utc.read(row, "at"),
                    Optional.ofNullable(row.getObject("status", Integer.class)),
                    Optional.ofNullable(row.getString("content_type")),
                    row.getBytes("body")))
        .optional();
  }

  void keep(byte[] name, Instant at, int status, String type, byte[] body) {
    db.sql(KEEP)
        .param("name", name)
        .param("at", Utc.bind(at))
        .param("status", status)
        .param("type", type)
        .param("body", body)
        .update();
  }

  /** It came to nothing: sent again it is done. */
  void drop(byte[] name, Instant at) {
    db.sql("DELETE FROM kept_answer WHERE name = :name AND at = :at")
        .param("name", name)
        .param("at", Utc.bind(at))
        .update();
  }

  int forgetBefore(Instant before, int most) {
    return db.sql("DELETE FROM kept_answer WHERE at < :before LIMIT :most")
        .param("before", Utc.bind(before))
        .param("most", most)
        .update();
  }
}
