package jeton.server.dossier;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import jeton.server.history.History;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** One person's events and readings. */
@Repository
class TimelineStore {
  private static final String EVENTS =
      """
      SELECT e.at, e.kind, o.name AS offer, e.detail
        FROM event e
        LEFT JOIN offer o ON o.id = e.offer_id
       WHERE e.person_id = :id AND e.at < :before
      """;

  // What an email was called stands in the event of its being sent.
  private static final String READINGS =
      """
      SELECT g.%1$s AS at, f.name AS offer, COALESCE(MAX(e.detail), '') AS detail
        FROM outbox o
        JOIN email_reading g ON g.outbox_id = o.id AND g.%1$s IS NOT NULL AND g.%1$s < :before
        LEFT JOIN offer f ON f.id = o.offer_id
        LEFT JOIN event e ON e.person_id = o.person_id AND e.at = o.settled_at
                         AND e.kind IN ('CONFIRMATION_SENT', 'DELIVERY_SENT', 'FOLLOW_UP_SENT', 'MAILING_SENT')
       WHERE o.person_id = :id
       GROUP BY o.id, g.%1$s, f.name
       ORDER BY at DESC
       LIMIT :most
      """;

  private final JdbcClient db;

  TimelineStore(JdbcClient db) {
    this.db = db;
  }

  List<Timeline.TimelineLine> lines(
      long id,
      Instant before,
      int most,
      Optional<List<String>> kinds,
      Optional<Timeline.What> what) {
    List<Timeline.TimelineLine> lines = new ArrayList<>();
    if (kinds.isEmpty() || !kinds.get().isEmpty()) {
      lines.addAll(events(id, before, most, kinds));
    }
    if (what.isEmpty() || what.get() == Timeline.What.OPENED) {
      lines.addAll(readings(id, before, most, "opened_at", Timeline.What.OPENED));
    }
    if (what.isEmpty() || what.get() == Timeline.What.CLICKED) {
      lines.addAll(readings(id, before, most, "clicked_at", Timeline.What.CLICKED));
    }
    return lines.stream()
        .sorted(Comparator.comparing(Timeline.TimelineLine::at, Comparator.reverseOrder()))
        .limit(most)
        .toList();
  }

  private List<Timeline.TimelineLine> events(
      long id, Instant before, int most, Optional<List<String>> kinds) {
    String sql =
        EVENTS
            + (kinds.isPresent() ? " AND e.kind IN (:kinds)" : "")
            + " ORDER BY e.id DESC LIMIT :most";
    return db.sql(sql)
        .param("id", id)
        .param("before", Utc.bind(before))
        .param("kinds", kinds.orElse(List.of("")))
        .param("most", most)
        .query(TimelineStore::event)
        .list();
  }

  private List<Timeline.TimelineLine> readings(
      long id, Instant before, int most, String column, Timeline.What what) {
    return db.sql(READINGS.formatted(column))
        .param("id", id)
        .param("before", Utc.bind(before))
        .param("most", most)
        .query(
            (row, n) ->
                new Timeline.TimelineLine(
                    Utc.read(row, "at"),
                    what,
                    Optional.empty(),
                    Optional.ofNullable(row.getString("offer")),
                    row.getString("detail")))
        .list();
  }

  private static Timeline.TimelineLine event(ResultSet row, int n) throws SQLException {
    History.Kind kind = History.Kind.valueOf(row.getString("kind"));
    return new Timeline.TimelineLine(
        Utc.read(row, "at"),
        Timeline.whatOf(kind),
        Optional.of(kind),
        Optional.ofNullable(row.getString("offer")),
        row.getString("detail"));
  }
}
