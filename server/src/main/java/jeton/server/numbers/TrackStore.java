package jeton.server.numbers;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.TemporalAdjusters;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Counts by day, and whom they are behind with. */
@Repository
class TrackStore {
  private static final String MARK =
      "INSERT IGNORE INTO track_due (offer_id, person_id) VALUES (:offerId, :personId)";

  // Whoever was taken together with somebody, or apart again, is counted anew with all their
  // offers.
  private static final String MARK_MERGED =
      """
      INSERT IGNORE INTO track_due (offer_id, person_id)
      SELECT w.offer_id, w.person_id
        FROM (SELECT :personId AS id UNION SELECT gone_id FROM person_merge WHERE kept_id = :personId) p
        JOIN (SELECT offer_id, person_id FROM sign_up UNION SELECT offer_id, person_id FROM track) w
          ON w.person_id = p.id
      """;

  private static final String MARK_OF =
      """
      INSERT IGNORE INTO track_due (offer_id, person_id)
      SELECT offer_id, person_id FROM track WHERE person_id = :personId
      """;

  private static final String MARK_ALL =
      """
      INSERT IGNORE INTO track_due (offer_id, person_id)
      SELECT offer_id, person_id FROM sign_up UNION SELECT offer_id, person_id FROM track
      """;

  private static final String CLAIM =
      """
      SELECT offer_id, person_id FROM track_due
       ORDER BY offer_id, person_id LIMIT :most FOR UPDATE SKIP LOCKED
      """;

  // The first sign-up says when they came, and by which form; any of them whether they confirmed.
  private static final String COUNT =
      """
      SELECT s.person_id, s.at, s.form_id,
             (SELECT MAX(c.confirmed_at IS NOT NULL OR c.decision = 'HAND_OVER') FROM sign_up c
               WHERE c.offer_id = s.offer_id AND c.person_id = s.person_id) AS confirmed,
             EXISTS (SELECT 1 FROM pass p
                      WHERE p.offer_id = s.offer_id AND p.person_id = s.person_id) AS handed_over,
             EXISTS (SELECT 1 FROM pass p
                      WHERE p.offer_id = s.offer_id AND p.person_id = s.person_id
                        AND p.first_used_at IS NOT NULL) AS used,
             EXISTS (SELECT 1 FROM run r JOIN run_step t ON t.run_id = r.id
                      WHERE r.offer_id = s.offer_id AND r.person_id = s.person_id
                        AND t.sent_at IS NOT NULL) AS followed_up
        FROM (SELECT MIN(id) AS id FROM sign_up
               WHERE offer_id = :offerId AND person_id IN (:people)
               GROUP BY person_id) first
        JOIN sign_up s ON s.id = first.id
      """;

  private static final String KNOWN =
      "SELECT * FROM track WHERE offer_id = :offerId AND person_id IN (:people)";

  private static final String FORGET =
      "DELETE FROM track WHERE offer_id = :offerId AND person_id IN (:people)";

  private static final String KEEP =
      """
      INSERT INTO track (offer_id, person_id, day, form_id, confirmed, handed_over, used, followed_up)
      VALUES (:offerId, :personId, :day, :formId, :confirmed, :handedOver, :used, :followedUp)
      """;

  // %1$s: the table; %2$s: its time.
  private static final String ADD =
      """
      INSERT INTO %1$s
             (%2$s, offer_id, form_id, signed_up, confirmed, handed_over, used, followed_up)
      VALUES (:%2$s, :offerId, :formId, :signedUp, :confirmed, :handedOver, :used, :followedUp)
          ON DUPLICATE KEY UPDATE signed_up = signed_up + VALUES(signed_up),
             confirmed = confirmed + VALUES(confirmed),
             handed_over = handed_over + VALUES(handed_over),
             used = used + VALUES(used),
             followed_up = followed_up + VALUES(followed_up)
      """;

  private static final String DONE =
      "DELETE FROM track_due WHERE offer_id = :offerId AND person_id IN (:people)";

  private static final String ADD_UP_WEEKS =
      """
      INSERT INTO track_week
             (week, offer_id, form_id, signed_up, confirmed, handed_over, used, followed_up)
      SELECT day - INTERVAL WEEKDAY(day) DAY AS week, offer_id, form_id, SUM(signed_up),
             SUM(confirmed), SUM(handed_over), SUM(used), SUM(followed_up)
        FROM track_day
       GROUP BY week, offer_id, form_id
      """;

  private static final String ADD_UP =
      """
      INSERT INTO track_day
             (day, offer_id, form_id, signed_up, confirmed, handed_over, used, followed_up)
      SELECT day, offer_id, form_id, COUNT(*), SUM(confirmed), SUM(handed_over), SUM(used),
             SUM(followed_up)
        FROM track
       GROUP BY day, offer_id, form_id
      """;

  private static final String SHARED =
      "SELECT zone FROM track_zone WHERE id = 1 LOCK IN SHARE MODE";
  private static final String ALONE = "SELECT zone FROM track_zone WHERE id = 1 FOR UPDATE";
  private static final String SET_ZONE = "UPDATE track_zone SET zone = :zone WHERE id = 1";

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  TrackStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  /** Somebody with an offer. */
  record Pair(long offerId, long personId) {}

  void mark(Collection<Pair> pairs) {
    batch.batchUpdate(
        MARK,
        pairs.stream()
            .map(
                pair ->
                    new MapSqlParameterSource("offerId", pair.offerId())
                        .addValue("personId", pair.personId()))
            .toArray(SqlParameterSource[]::new));
  }

  void markMerged(long personId) {
    db.sql(MARK_MERGED).param("personId", personId).update();
  }

  /** With all offers they were counted with. */
  void markAllOf(long personId) {
    db.sql(MARK_OF).param("personId", personId).update();
  }

  void markAll() {
    db.sql(MARK_ALL).update();
  }

  /** Some who are due, locked; those that another instance has in its hands are passed over. */
  List<Pair> claim(int most) {
    return db.sql(CLAIM)
        .param("most", most)
        .query((row, n) -> new Pair(row.getLong("offer_id"), row.getLong("person_id")))
        .list();
  }

  /** How far these came, from what happened; who never signed up is left out. */
  List<Tracked> count(long offerId, List<Long> people, ZoneId zone) {
    return db.sql(COUNT)
        .param("offerId", offerId)
        .param("people", people)
        .query((row, n) -> read(row, offerId, LocalDate.ofInstant(at(row), zone)))
        .list();
  }

  private static Instant at(ResultSet row) throws SQLException {
    return Utc.read(row, "at");
  }

  /** How far these were counted to have come. */
  List<Tracked> known(long offerId, List<Long> people) {
    return db.sql(KNOWN)
        .param("offerId", offerId)
        .param("people", people)
        .query((row, n) -> read(row, offerId, row.getObject("day", LocalDate.class)))
        .list();
  }

  private static Tracked read(ResultSet row, long offerId, LocalDate day) throws SQLException {
    return new Tracked(
        offerId,
        row.getLong("person_id"),
        day,
        row.getLong("form_id"),
        row.getBoolean("confirmed"),
        row.getBoolean("handed_over"),
        row.getBoolean("used"),
        row.getBoolean("followed_up"),
        Map.of(),
        Set.of());
  }

  /** Puts these in the place of what was counted of them before. */
  void replace(long offerId, List<Long> people, List<Tracked> now) {
    db.sql(FORGET).param("offerId", offerId).param("people", people).update();
    batch.batchUpdate(
        KEEP,
        now.stream()
            .map(
                one ->
                    new MapSqlParameterSource("offerId", offerId)
                        .addValue("personId", one.personId())
                        .addValue("day", one.day())
                        .addValue("formId", one.formId())
                        .addValue("confirmed", one.confirmed())
                        .addValue("handedOver", one.handedOver())
                        .addValue("used", one.used())
                        .addValue("followedUp", one.followedUp()))
            .toArray(SqlParameterSource[]::new));
  }

  /** Adds these to the days', and to their weeks', in the order given. */
  void add(Map<Tracked.Place, Numbers.Track> changes) {
    SqlParameterSource[] rows =
        changes.entrySet().stream()
            .map(change -> row(change.getKey(), change.getValue()))
            .toArray(SqlParameterSource[]::new);
    batch.batchUpdate(ADD.formatted("track_day", "day"), rows);
    batch.batchUpdate(ADD.formatted("track_week", "week"), rows);
  }

  private static SqlParameterSource row(Tracked.Place place, Numbers.Track change) {
    return new MapSqlParameterSource("day", place.day())
        .addValue("week", place.day().with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)))
        .addValue("offerId", place.offerId())
        .addValue("formId", place.formId())
        .addValue("signedUp", change.signedUp())
        .addValue("confirmed", change.confirmed())
        .addValue("handedOver", change.handedOver())
        .addValue("used", change.used())
        .addValue("followedUp", change.followedUp());
  }

  void done(long offerId, List<Long> people) {
    db.sql(DONE).param("offerId", offerId).param("people", people).update();
  }

  /** Adds up all days anew from how far each person was counted to have come. */
  void addUp() {
    db.sql("DELETE FROM track_day").update();
    db.sql("DELETE FROM track_week").update();
    db.sql(ADD_UP).update();
    db.sql(ADD_UP_WEEKS).update();
  }

  /** The zone whose days these are, while others may count too: nobody makes all anew meanwhile. */
  ZoneId sharedZone() {
    return ZoneId.of(db.sql(SHARED).query(String.class).single());
  }

  /** The same while nobody else counts; empty before anything was counted. */
  String zoneAlone() {
    return db.sql(ALONE).query(String.class).single();
  }

  void zone(String zone) {
    db.sql(SET_ZONE).param("zone", zone).update();
  }
}
