package jeton.server.figures;

import java.time.Instant;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import jeton.core.numbers.Rate;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Ideas that are not to be told any more, and those that were tried. */
@Repository
class IdeaStore {
  // Each day on which something was changed is a range of its own to count.
  private static final int MOST_TRIED = 6;
  private final JdbcClient db;

  IdeaStore(JdbcClient db) {
    this.db = db;
  }

  Set<String> hidden() {
    return new HashSet<>(db.sql("SELECT idea FROM hidden_idea").query(String.class).list());
  }

  void hide(String idea, Instant at) {
    db.sql("INSERT IGNORE INTO hidden_idea (idea, at) VALUES (:idea, :at)")
        .param("idea", idea)
        .param("at", Utc.bind(at))
        .update();
  }

  void show(String idea) {
    db.sql("DELETE FROM hidden_idea WHERE idea = :idea").param("idea", idea).update();
  }

  /**
   * An idea that was followed.
   *
   * @param words as it was told then
   * @param before the rate it was about, then
   */
  record Followed(String key, String words, Instant at, Rate before) {}

  /** The newest of those that were followed. */
  List<Followed> followed() {
    return db.sql(
            "SELECT idea, words, at, successes, of FROM idea_tried ORDER BY at DESC, idea LIMIT :most")
        .param("most", MOST_TRIED)
        .query(
            (row, n) ->
                new Followed(
                    row.getString("idea"),
                    row.getString("words"),
                    Utc.read(row, "at"),
                    new Rate(row.getLong("successes"), row.getLong("of"))))
        .list();
  }

  /** Keeps how it stood; said twice, the first time counts. */
  void follow(Followed idea) {
    db.sql(
            """
            INSERT IGNORE INTO idea_tried (idea, words, at, successes, of)
            VALUES (:idea, :words, :at, :successes, :of)
            """)
        .param("idea", idea.key())
        .param("words", idea.words())
        .param("at", Utc.bind(idea.at()))
        .param("successes", idea.before().successes())
        .param("of", idea.before().of())
        .update();
  }

  void forget(String idea) {
    db.sql("DELETE FROM idea_tried WHERE idea = :idea").param("idea", idea).update();
  }
}
