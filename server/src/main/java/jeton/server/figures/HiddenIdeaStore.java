package jeton.server.figures;

import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Ideas that are not to be told any more. */
@Repository
class HiddenIdeaStore {
  private final JdbcClient db;

  HiddenIdeaStore(JdbcClient db) {
    this.db = db;
  }

  Set<String> all() {
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
}
