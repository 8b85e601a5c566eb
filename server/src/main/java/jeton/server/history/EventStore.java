package jeton.server.history;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Events, append-only. */
final class EventStore {
  private static final int MOST_DETAIL = 500;

  private static final String ADD =
      """
      INSERT INTO event (at, kind, person_id, offer_id, detail)
      VALUES (:at, :kind, :personId, :offerId, :detail)
      """;

  private static final String TELL =
      """
      SELECT e.at, e.kind, e.person_id, p.email, e.offer_id, o.name AS offer, e.detail
        FROM event e
        LEFT JOIN person p ON p.id = e.person_id
        LEFT JOIN offer o ON o.id = e.offer_id
      """;

  private static final String OF_PERSON =
      TELL + " WHERE e.person_id = :personId ORDER BY e.at, e.id LIMIT 2000";

  private static final String SINCE =
      TELL + " WHERE e.at >= :from ORDER BY e.at DESC, e.id DESC LIMIT :most";

  private final JdbcClient db;

  EventStore(JdbcClient db) {
    this.db = db;
  }

  void add(History.Event event) {
    String detail = event.detail();
    db.sql(ADD)
        .param("at", Utc.bind(event.at()))
        .param("kind", event.kind().name())
        .param("personId", event.personId().orElse(null))
        .param("offerId", event.offerId().orElse(null))
        .param("detail", detail.length() > MOST_DETAIL ? detail.substring(0, MOST_DETAIL) : detail)
        .update();
  }

  List<History.Told> ofPerson(long personId) {
    return db.sql(OF_PERSON).param("personId", personId).query(EventStore::told).list();
  }

  List<History.Told> since(Instant from, int most) {
    return db.sql(SINCE)
        .param("from", Utc.bind(from))
        .param("most", most)
        .query(EventStore::told)
        .list();
  }

  private static History.Told told(ResultSet row, int number) throws SQLException {
    return new History.Told(
        Utc.read(row, "at"),
        History.Kind.valueOf(row.getString("kind")),
        Optional.ofNullable(row.getObject("person_id", Long.class)),
        Optional.ofNullable(row.getString("email")),
        Optional.ofNullable(row.getObject("offer_id", Long.class)),
        Optional.ofNullable(row.getString("offer")),
        row.getString("detail"));
  }
}
