package jeton.server.files;

import java.time.Instant;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Which kept contents nothing names any more, and since when. */
@Repository
class UnusedFileStore {
  private static final String HASH_OF_SHA_256 = "[0-9a-f]{64}";
  private static final Pattern HASH =
      Pattern.compile("(?<![0-9a-f])" + HASH_OF_SHA_256 + "(?![0-9a-f])");

  /**
   * Wherever a content can be named, now or by a table to come: every long text, and every column
   * of that form. Not its own row, nor that it was once opened.
   */
  private static final String PLACES =
      """
      SELECT CONCAT('SELECT `', column_name, '` FROM `', table_name, '` WHERE `', column_name,
                    '` REGEXP :hash')
        FROM information_schema.columns
       WHERE table_schema = DATABASE() AND table_name NOT IN ('stored_file', 'pass_use', 'hook_message')
         AND (data_type IN ('text', 'mediumtext', 'longtext') OR column_type = 'char(64)')
      """;

  private static final String ALL = "SELECT hash FROM stored_file";
  private static final String USED =
      "UPDATE stored_file SET unused_since = NULL WHERE hash IN (:hashes) AND unused_since IS NOT NULL";
  private static final String UNUSED =
      "UPDATE stored_file SET unused_since = :now WHERE hash IN (:hashes) AND unused_since IS NULL";
  private static final String LONG_UNUSED =
      """
      SELECT hash FROM stored_file WHERE unused_since < :before
       ORDER BY unused_since LIMIT :most FOR UPDATE
      """;
  private static final String REMOVE = "DELETE FROM stored_file WHERE hash IN (:hashes)";

  private final JdbcClient db;

  UnusedFileStore(JdbcClient db) {
    this.db = db;
  }

  Set<String> all() {
    return new HashSet<>(db.sql(ALL).query(String.class).list());
  }

  /** All that are named anywhere. */
  Set<String> named() {
    Set<String> named = new HashSet<>();
    for (String place : db.sql(PLACES).query(String.class).list()) {
      try (Stream<String> texts =
          db.sql(place).param("hash", HASH_OF_SHA_256).query(String.class).stream()) {
        texts.forEach(text -> find(text, named));
      }
    }
    return named;
  }

  private static void find(String text, Set<String> named) {
    Matcher hash = HASH.matcher(text);
    while (hash.find()) {
      named.add(hash.group());
    }
  }

  void markUsed(Collection<String> hashes) {
    if (!hashes.isEmpty()) {
      db.sql(USED).param("hashes", hashes).update();
    }
  }

  void markUnused(Collection<String> hashes, Instant now) {
    if (!hashes.isEmpty()) {
      db.sql(UNUSED).param("hashes", hashes).param("now", Utc.bind(now)).update();
    }
  }

  /** Those nothing has named for long; their rows stay locked until the transaction ends. */
  List<String> longUnused(Instant before, int most) {
    return db.sql(LONG_UNUSED)
        .param("before", Utc.bind(before))
        .param("most", most)
        .query(String.class)
        .list();
  }

  void remove(Collection<String> hashes) {
    db.sql(REMOVE).param("hashes", hashes).update();
  }
}
