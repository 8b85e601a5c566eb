package jeton.server.files;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What is known of files on their way. */
@Repository
class UploadStore {
  private static final String ADD =
      """
      INSERT INTO upload (id, offer_id, name, size, begun_at)
      VALUES (:id, :offerId, :name, :size, :now)
      """;

  private final JdbcClient db;

  UploadStore(JdbcClient db) {
    this.db = db;
  }

  void add(Uploads.Upload upload, Instant now) {
    db.sql(ADD)
        .param("id", upload.id())
        .param("offerId", upload.offerId())
        .param("name", upload.name())
        .param("size", upload.size())
        .param("now", Utc.bind(now))
        .update();
  }

  Optional<Uploads.Upload> find(String id) {
    return db.sql("SELECT id, offer_id, name, size, finished FROM upload WHERE id = :id")
        .param("id", id)
        .query(
            (row, n) ->
                new Uploads.Upload(
                    row.getString("id"),
                    row.getLong("offer_id"),
                    row.getString("name"),
                    row.getLong("size"),
                    row.getBoolean("finished")))
        .optional();
  }

  boolean finish(String id) {
    return 1
        == db.sql("UPDATE upload SET finished = TRUE WHERE id = :id AND NOT finished")
            .param("id", id)
            .update();
  }

  List<String> before(Instant moment) {
    return db.sql("SELECT id FROM upload WHERE begun_at < :moment LIMIT 20")
        .param("moment", Utc.bind(moment))
        .query(String.class)
        .list();
  }

  void remove(String id) {
    db.sql("DELETE FROM upload WHERE id = :id").param("id", id).update();
  }
}
