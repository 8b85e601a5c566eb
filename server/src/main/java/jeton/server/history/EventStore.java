package jeton.server.history;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Events, append-only. */
@Repository
class EventStore {
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

  private static final String SINCE =
      TELL + " WHERE e.at >= :from ORDER BY e.at DESC, e.id DESC LIMIT :most";

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  EventStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  void add(History.Event event) {
    db.sql(ADD).paramSource(params(event)).update();
  }

  void addAll(List<History.Event> events) {
    batch.batchUpdate(
        ADD, events.stream().map(EventStore::params).toArray(SqlParameterSource[]::new));
  }

  private static SqlParameterSource params(History.Event event) {
    String detail = event.detail();
    return new MapSqlParameterSource("at", Utc.bind(event.at()))
        .addValue("kind", event.kind().name())
        .addValue("personId", event.personId().orElse(null))
        .addValue("offerId", event.offerId().orElse(null))
        .addValue(
            "detail", detail.length() > MOST_DETAIL ? detail.substring(0, MOST_DETAIL) : detail);
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
