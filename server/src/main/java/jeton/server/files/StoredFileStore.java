package jeton.server.files;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What is known of kept contents. */
@Repository
class StoredFileStore {
  // A content brought in as a picture stays public when it is brought in as a file too: it was seen
  // already.
  private static final String ADD =
      """
      INSERT INTO stored_file (hash, size, media_type, public, created_at)
      VALUES (:hash, :size, :mediaType, :public, :now)
          ON DUPLICATE KEY UPDATE public = public OR VALUES(public), unused_since = NULL
      """;

  private static final String FIND =
      "SELECT hash, size, media_type FROM stored_file WHERE hash = :hash AND public = :public";

  private final JdbcClient db;

  StoredFileStore(JdbcClient db) {
    this.db = db;
  }

  void add(StoredFiles.Stored file, boolean isPublic, Instant now) {
    db.sql(ADD)
        .param("hash", file.hash())
        .param("size", file.size())
        .param("mediaType", file.mediaType())
        .param("public", isPublic)
        .param("now", Utc.bind(now))
        .update();
  }

  Optional<StoredFiles.Stored> find(String hash, boolean isPublic) {
    return db.sql(FIND)
        .param("hash", hash)
        .param("public", isPublic)
        .query(
            (row, n) ->
                new StoredFiles.Stored(
                    row.getString("hash"), row.getLong("size"), row.getString("media_type")))
        .optional();
  }
}
