package jeton.server.people;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jeton.core.people.TagName;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Tags, and who has them. */
@Repository
class TagStore {
  private static final String ALL =
      """
      SELECT t.name, (SELECT COUNT(*) FROM person_tag p WHERE p.tag_key = t.tag_key) AS people
        FROM tag t
       ORDER BY t.tag_key
      """;
  private static final String MAKE =
      "INSERT IGNORE INTO tag (tag_key, name, created_at) VALUES (:key, :name, :now)";
  private static final String DELETE = "DELETE FROM tag WHERE tag_key = :key";
  private static final String GIVE =
      """
      INSERT IGNORE INTO person_tag (person_id, tag_key, at)
      SELECT :personId, tag_key, :now FROM tag WHERE tag_key = :key
      """;
  private static final String TAKE =
      "DELETE FROM person_tag WHERE person_id = :personId AND tag_key = :key";
  private static final String OF_PEOPLE =
      """
      SELECT p.person_id, t.name
        FROM person_tag p
        JOIN tag t ON t.tag_key = p.tag_key
       WHERE p.person_id IN (:ids)
      """;

  private final JdbcClient db;

  TagStore(JdbcClient db) {
    this.db = db;
  }

  List<Tags.TagCount> all() {
    return db.sql(ALL)
        .query((row, n) -> new Tags.TagCount(row.getString("name"), row.getLong("people")))
        .list();
  }

  boolean make(String name, Instant now) {
    return 1
        == db.sql(MAKE)
            .param("key", TagName.key(name))
            .param("name", name.strip())
            .param("now", Utc.bind(now))
            .update();
  }

  boolean delete(String name) {
    return 1 == db.sql(DELETE).param("key", TagName.key(name)).update();
  }

  /** False when they have it already, or there is no such tag. */
  boolean give(long personId, String name, Instant now) {
    return 1
        == db.sql(GIVE)
            .param("personId", personId)
            .param("key", TagName.key(name))
            .param("now", Utc.bind(now))
            .update();
  }

  /** False when they did not have it. */
  boolean take(long personId, String name) {
    return 1 == db.sql(TAKE).param("personId", personId).param("key", TagName.key(name)).update();
  }

  Map<Long, Set<String>> of(Collection<Long> personIds) {
    Map<Long, Set<String>> tags = new HashMap<>();
    if (!personIds.isEmpty()) {
      db.sql(OF_PEOPLE)
          .param("ids", personIds)
          .query(
              row -> {
                tags.computeIfAbsent(row.getLong("person_id"), id -> new HashSet<>())
                    .add(row.getString("name"));
              });
    }
    return tags;
  }
}
