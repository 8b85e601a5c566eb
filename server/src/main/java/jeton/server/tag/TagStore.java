package jeton.server.tag;

import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.people.TagName;
import jeton.server.database.Utc;
import jeton.server.token.Tokens;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Tags, and who has them. */
@Repository
class TagStore {
  private static final String ALL =
      """
      SELECT t.name, (SELECT COUNT(*) FROM person_tag p WHERE p.tag_key = t.tag_key) AS people
        FROM tag t
       ORDER BY t.name
      """;
  private static final String NAMES = "SELECT name FROM tag";
  private static final String MAKE =
      "INSERT IGNORE INTO tag (tag_key, name, created_at) VALUES (:key, :name, :now)";
  private static final String CALL =
      "INSERT IGNORE INTO tag_name (name_key, tag_key) VALUES (:name, :key)";
  private static final String CALLED =
      """
      SELECT t.tag_key, t.name FROM tag_name n JOIN tag t ON t.tag_key = n.tag_key WHERE n.name_key = :name
      """;
  private static final String HAND_OVER =
      "UPDATE tag_name SET tag_key = :key WHERE name_key = :name";
  private static final String RENAME = "UPDATE tag SET name = :name WHERE tag_key = :key";
  private static final String DELETE = "DELETE FROM tag WHERE tag_key = :key";
  private static final String GIVE =
      """
      INSERT IGNORE INTO person_tag (person_id, tag_key, at)
      SELECT :personId, tag_key, :now FROM tag_name WHERE name_key = :key
      """;
  private static final String TAKE =
      """
      DELETE FROM person_tag
       WHERE person_id = :personId AND tag_key = (SELECT tag_key FROM tag_name WHERE name_key = :key)
      """;
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

  Set<String> names() {
    return Set.copyOf(db.sql(NAMES).query(String.class).list());
  }

  List<Tags.TagCount> all() {
    return db.sql(ALL)
        .query((row, n) -> new Tags.TagCount(row.getString("name"), row.getLong("people")))
        .list();
  }

  /** A tag as it is kept. */
  record Kept(String key, String name) {
    /** Whether this is what it is called now. */
    boolean isCalled(String other) {
      return TagName.key(name).equals(TagName.key(other));
    }
  }

  /** Which tag has a name, or had it before. */
  Optional<Kept> called(String name) {
    return db.sql(CALLED)
        .param("name", TagName.key(name))
        .query((row, n) -> new Kept(row.getString("tag_key"), row.getString("name")))
        .optional();
  }

  /** The same, locked: of two who want a name one comes second. */
  private Optional<Kept> lock(String name) {
    return db.sql(CALLED + " FOR UPDATE")
        .param("name", TagName.key(name))
        .query((row, n) -> new Kept(row.getString("tag_key"), row.getString("name")))
        .optional();
  }

  /** Makes one, unless one is called so. */
  void make(String name, Instant now) {
    Optional<Kept> former = lock(name);
    if (former.filter(kept -> kept.isCalled(name)).isPresent()) {
      return;
    }
    // The first name of one that is called otherwise now is its key still.
    String key = former.isPresent() ? "~" + Tokens.random() : TagName.key(name);
    boolean isNew =
        1
            == db.sql(MAKE)
                .param("key", key)
                .param("name", name.strip())
                .param("now", Utc.bind(now))
                .update();
    if (!call(name, key, former) && isNew) {
      // Another took the name at the same moment.
      db.sql(DELETE).param("key", key).update();
    }
  }

  /**
   * A name that another had before goes to whoever has it now. False when another took it at the
   * same moment.
   */
  private boolean call(String name, String key, Optional<Kept> former) {
    int changed =
        db.sql(former.isPresent() ? HAND_OVER : CALL)
            .param("name", TagName.key(name))
            .param("key", key)
            .update();
    return former.isPresent() || changed == 1;
  }

  /** Gives one another name. False when one is called so already. */
  boolean rename(Kept tag, String name) {
    Optional<Kept> former = lock(name);
    boolean isAnothers =
        former.filter(kept -> kept.isCalled(name) && !kept.key().equals(tag.key())).isPresent();
    if (isAnothers || !call(name, tag.key(), former)) {
      return false;
    }
    db.sql(RENAME).param("key", tag.key()).param("name", name.strip()).update();
    return true;
  }

  boolean delete(String name) {
    return called(name)
        .map(kept -> 1 == db.sql(DELETE).param("key", kept.key()).update())
        .orElse(false);
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
