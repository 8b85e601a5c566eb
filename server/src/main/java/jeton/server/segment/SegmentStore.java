package jeton.server.segment;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.segment.Criterion;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Segments, and how many people a question finds. */
@Repository
class SegmentStore {
  private static final String ALL = "SELECT id, name, question, version FROM segment";
  private static final String ADD =
      "INSERT INTO segment (name, question, version, updated_at) VALUES (:name, :question, 1, :now)";
  private static final String CHANGE =
      """
      UPDATE segment SET name = :name, question = :question, version = version + 1, updated_at = :now
       WHERE id = :id AND version = :version
      """;

  private final JdbcClient db;
  private final Documents documents;

  SegmentStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  List<Segments.Segment> all() {
    return db.sql(ALL + " ORDER BY name").query(this::segment).list();
  }

  Optional<Segments.Segment> find(long id) {
    return db.sql(ALL + " WHERE id = :id").param("id", id).query(this::segment).optional();
  }

  long add(String name, Criterion.Group question, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("name", name)
        .param("question", documents.write(question))
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  /** False when it was changed meanwhile. */
  boolean change(Segments.Segment segment, Instant now) {
    return 1
        == db.sql(CHANGE)
            .param("id", segment.id())
            .param("version", segment.version())
            .param("name", segment.name())
            .param(
                "question",
                documents.over(db, "segment", "question", segment.id(), segment.question()))
            .param("now", Utc.bind(now))
            .update();
  }

  boolean remove(long id) {
    return 1 == db.sql("DELETE FROM segment WHERE id = :id").param("id", id).update();
  }

  /** The people a condition's plain comparison holds for. */
  PeopleSet people(CriterionSql.Where bits) {
    Map<Integer, Long> words = new HashMap<>();
    db.sql(bits.sql())
        .params(bits.params())
        .query(
            row -> {
              words.put(row.getInt("word"), row.getLong("bits"));
            });
    int size = words.keySet().stream().mapToInt(word -> word + 1).max().orElse(0);
    long[] all = new long[size];
    words.forEach((word, some) -> all[word] = some);
    return new PeopleSet(BitSet.valueOf(all), false);
  }

  /** Those who are in no list of people any more: erased, or taken together with somebody. */
  PeopleSet gone() {
    BitSet gone = new BitSet();
    db.sql(
            "SELECT id FROM person WHERE erased_at IS NOT NULL"
                + " UNION SELECT id FROM person WHERE merged_into IS NOT NULL AND state = 'LEFT'")
        .query(
            row -> {
              gone.set(row.getInt("id"));
            });
    return new PeopleSet(gone, false);
  }

  long everybody() {
    return db.sql("SELECT COUNT(*) FROM person").query(Long.class).single();
  }

  private Segments.Segment segment(ResultSet row, int n) throws SQLException {
    return new Segments.Segment(
        row.getLong("id"),
        row.getString("name"),
        documents.read(row.getString("question"), Criterion.Group.class),
        row.getInt("version"));
  }
}
