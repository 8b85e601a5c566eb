package jeton.server.trial;

import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import jeton.core.trial.Measure;
import jeton.core.trial.Trial;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Who met which version, and what they did then. */
@Repository
class SeatStore {
  private static final String TAKE =
      """
      INSERT IGNORE INTO trial_seat (trial_id, visitor, version, person_id, outbox_id)
      VALUES (:trialId, :visitor, :version, :personId, :outboxId)
      """;

  // Somebody counts once, for the version that they signed up by first: a second device, or a
  // second address typed on one, changes nothing.
  private static final String SIGNED_UP =
      """
      UPDATE IGNORE trial_seat SET person_id = :personId
       WHERE trial_id = :trialId AND visitor = :visitor AND person_id IS NULL
      """;

  private static final String SIGN_UPS =
      """
      SELECT version, COUNT(*) AS met, COUNT(person_id) AS did FROM trial_seat
       WHERE trial_id = :trialId
       GROUP BY version
      """;

  private static final String CONFIRMED =
      """
      SELECT s.version, COUNT(*) AS met, COUNT(t.person_id) AS did
        FROM trial_seat s
        LEFT JOIN track t
          ON t.person_id = s.person_id AND t.confirmed
             AND t.offer_id = (SELECT offer_id FROM form WHERE id = :targetId)
       WHERE s.trial_id = :trialId
       GROUP BY s.version
      """;

  // Of those it reached; who clicked has opened it (N3).
  private static final String READ =
      """
      SELECT s.version, COUNT(*) AS met, COUNT(%s) AS did
        FROM trial_seat s
        JOIN outbox o ON o.id = s.outbox_id AND o.state = 'SENT'
        LEFT JOIN email_reading r ON r.outbox_id = s.outbox_id
       WHERE s.trial_id = :trialId
       GROUP BY s.version
      """;

  private static final String ASKED =
      """
      SELECT s.version, COUNT(*) AS met, COUNT(t.person_id) AS did
        FROM trial_seat s
        JOIN outbox o ON o.id = s.outbox_id AND o.state = 'SENT'
        LEFT JOIN track t
          ON t.person_id = s.person_id AND t.confirmed AND t.offer_id = :targetId
       WHERE s.trial_id = :trialId
       GROUP BY s.version
      """;

  private static final String SWEEP =
      """
      DELETE s FROM trial_seat s
        JOIN (SELECT x.trial_id, x.visitor
                FROM trial t JOIN trial_seat x ON x.trial_id = t.id
               WHERE t.state = 'ENDED' LIMIT :most) gone
          ON gone.trial_id = s.trial_id AND gone.visitor = s.visitor
      """;

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  SeatStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  void take(Collection<Seats.Seat> seats) {
    batch.batchUpdate(TAKE, seats.stream().map(SeatStore::row).toArray(SqlParameterSource[]::new));
  }

  private static SqlParameterSource row(Seats.Seat seat) {
    return new MapSqlParameterSource("trialId", seat.trialId())
        .addValue("visitor", seat.visitor())
        .addValue("version", seat.version().name())
        .addValue("personId", seat.reader().map(Seats.Reader::personId).orElse(null))
        .addValue("outboxId", seat.reader().map(Seats.Reader::outboxId).orElse(null));
  }

  void signedUp(Seats.Seat seat, long personId) {
    take(List.of(seat));
    db.sql(SIGNED_UP)
        .param("trialId", seat.trialId())
        .param("visitor", seat.visitor())
        .param("personId", personId)
        .update();
  }

  private record Row(Trial.Version version, long met, long did) {}

  /** How many met each, and did what it is measured by. */
  Counted count(VersionTrial trial) {
    Map<Trial.Version, Row> rows = new EnumMap<>(Trial.Version.class);
    db.sql(sql(trial))
        .param("trialId", trial.id())
        .param("targetId", trial.targetId())
        .query(
            (row, n) ->
                new Row(
                    Trial.Version.valueOf(row.getString("version")),
                    row.getLong("met"),
                    row.getLong("did")))
        .list()
        .forEach(row -> rows.put(row.version(), row));
    Row a = rows.getOrDefault(Trial.Version.A, new Row(Trial.Version.A, 0, 0));
    Row b = rows.getOrDefault(Trial.Version.B, new Row(Trial.Version.B, 0, 0));
    return new Counted(a.did(), a.met(), b.did(), b.met(), List.of());
  }

  private static String sql(VersionTrial trial) {
    Measure measure = trial.settings().measure();
    return switch (trial.tested()) {
      case FORM -> measure == Measure.CONFIRMED ? CONFIRMED : SIGN_UPS;
      case EMAIL ->
          READ.formatted(
              measure == Measure.CLICKED ? "r.clicked_at" : "COALESCE(r.opened_at, r.clicked_at)");
      case CONFIRMATION -> ASKED;
    };
  }

  /**
   * Lets go of some seats of trials that are over.
   *
   * @return how many
   */
  int sweep(int most) {
    return db.sql(SWEEP).param("most", most).update();
  }
}
