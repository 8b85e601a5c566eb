package jeton.server.beginning;

import java.time.Instant;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** How far the first hour has come. */
@Repository
class BeginningStore {
  private static final String NOTE =
      "INSERT IGNORE INTO first_step (step, at) VALUES (:step, :now)";
  private static final String FORGET = "DELETE FROM first_step WHERE step = :step";
  private static final String FOUND =
      """
      SELECT (SELECT MAX(id) FROM offer) AS newest,
             EXISTS (SELECT 1 FROM offer WHERE state = 'LIVE') AS live,
             EXISTS (SELECT 1 FROM sighting WHERE form_key = '') AS seen,
             EXISTS (SELECT 1 FROM sign_up WHERE confirmed_at IS NOT NULL) AS confirmed
      """;

  private final JdbcClient db;

  BeginningStore(JdbcClient db) {
    this.db = db;
  }

  /** What there is by now. */
  record Found(
      Optional<Long> newestOffer, boolean live, boolean snippetSeen, boolean somebodyConfirmed) {}

  Set<Beginning.HourMark> marks() {
    Set<Beginning.HourMark> marks = EnumSet.noneOf(Beginning.HourMark.class);
    db.sql("SELECT step FROM first_step")
        .query(String.class)
        .list()
        .forEach(step -> marks.add(Beginning.HourMark.valueOf(step)));
    return marks;
  }

  Found found() {
    return db.sql(FOUND)
        .query(
            (row, n) ->
                new Found(
                    Optional.ofNullable(row.getObject("newest", Long.class)),
                    row.getBoolean("live"),
                    row.getBoolean("seen"),
                    row.getBoolean("confirmed")))
        .single();
  }

  void note(Beginning.HourMark mark, Instant now) {
    db.sql(NOTE).param("step", mark.name()).param("now", Utc.bind(now)).update();
  }

  void forget(Beginning.HourMark mark) {
    db.sql(FORGET).param("step", mark.name()).update();
  }
}
