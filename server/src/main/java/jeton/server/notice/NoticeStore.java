package jeton.server.notice;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.notice.HourlyLimit;
import jeton.core.notice.NoticeKind;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What is still to be told at once. */
@Repository
class NoticeStore {
  private static final int MOST_WORDS = 500;
  private static final String ADD =
      """
      INSERT INTO notice (reader_id, kind, offer_id, person_id, words, at, due_at)
      VALUES (:readerId, :kind, :offerId, :personId, :words, :at, :at)
      """;
  private static final String NEXT =
      "SELECT reader_id, kind FROM notice WHERE due_at <= :now ORDER BY due_at, id LIMIT 1";
  private static final String LINES =
      """
      SELECT n.id, n.words, n.at, n.tries, n.gathered, n.person_id, n.offer_id, p.email, p.first_name, o.name AS offer
        FROM notice n
        LEFT JOIN person p ON p.id = n.person_id
        LEFT JOIN offer o ON o.id = n.offer_id
       WHERE n.reader_id = :readerId AND n.kind = :kind AND n.due_at <= :now
       ORDER BY n.gathered DESC, n.id LIMIT :most
      """;
  private static final String COUNT_GATHERED =
      """
      SELECT COUNT(*) FROM notice
       WHERE reader_id = :readerId AND kind = :kind AND due_at <= :now AND gathered
      """;
  private static final String GATHER =
      """
      UPDATE notice SET gathered = TRUE, due_at = :until
       WHERE reader_id = :readerId AND kind = :kind AND due_at <= :now
      """;
  private static final String LATER_ONE =
      "UPDATE notice SET due_at = :at, tries = tries + 1 WHERE id = :id";
  private static final String LATER_GATHERED =
      """
      UPDATE notice SET due_at = :at, tries = tries + 1
       WHERE reader_id = :readerId AND kind = :kind AND due_at <= :now AND gathered
      """;
  private static final String HOUR =
      "SELECT began_at, told FROM notice_hour WHERE reader_id = :readerId AND kind = :kind";
  private static final String KEEP_HOUR =
      """
      INSERT INTO notice_hour (reader_id, kind, began_at, told) VALUES (:readerId, :kind, :began, :told)
          ON DUPLICATE KEY UPDATE began_at = :began, told = :told
      """;
  private static final String DONE_GATHERED =
      """
      DELETE FROM notice
       WHERE reader_id = :readerId AND kind = :kind AND gathered AND due_at = :claimedTo LIMIT 5000
      """;

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  NoticeStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  /** To whom something of a kind is to be told. */
  record Pile(long readerId, NoticeKind kind) {}

  /**
   * One thing to be told, with the names its email needs.
   *
   * @param email of the person; empty where it is about nobody, or they were erased
   */
  record Line(
      long id,
      String words,
      Instant at,
      int tries,
      boolean gathered,
      Optional<Long> personId,
      Optional<Long> offerId,
      Optional<String> email,
      Optional<String> firstName,
      Optional<String> offer) {}

  void addAll(List<Notices.Notice> notices) {
    if (!notices.isEmpty()) {
      batch.batchUpdate(
          ADD, notices.stream().map(NoticeStore::params).toArray(SqlParameterSource[]::new));
    }
  }

  private static SqlParameterSource params(Notices.Notice notice) {
    String words = notice.words();
    return new MapSqlParameterSource("readerId", notice.readerId())
        .addValue("kind", notice.kind().name())
        .addValue("offerId", notice.offerId().orElse(null))
        .addValue("personId", notice.personId().orElse(null))
        .addValue("words", words.length() > MOST_WORDS ? words.substring(0, MOST_WORDS) : words)
        .addValue("at", Utc.bind(notice.at()));
  }

  Optional<Pile> next(Instant now) {
    return db.sql(NEXT)
        .param("now", Utc.bind(now))
        .query(
            (row, n) ->
                new Pile(row.getLong("reader_id"), NoticeKind.valueOf(row.getString("kind"))))
        .optional();
  }

  /** What is due of a pile: what was gathered first. */
  List<Line> lines(Pile pile, Instant now, int most) {
    return of(LINES, pile)
        .param("now", Utc.bind(now))
        .param("most", most)
        .query(NoticeStore::line)
        .list();
  }

  long countGathered(Pile pile, Instant now) {
    return of(COUNT_GATHERED, pile).param("now", Utc.bind(now)).query(Long.class).single();
  }

  /** All that is due of a pile waits and is told in one. */
  void gather(Pile pile, Instant now, Instant until) {
    of(GATHER, pile).param("now", Utc.bind(now)).param("until", Utc.bind(until)).update();
  }

  void later(long id, Instant at) {
    db.sql(LATER_ONE).param("id", id).param("at", Utc.bind(at)).update();
  }

  void laterGathered(Pile pile, Instant now, Instant at) {
    of(LATER_GATHERED, pile).param("now", Utc.bind(now)).param("at", Utc.bind(at)).update();
  }

  /** It did not leave; claimed already, it counts no try more. */
  void again(long id, Instant at) {
    db.sql("UPDATE notice SET due_at = :at WHERE id = :id")
        .param("id", id)
        .param("at", Utc.bind(at))
        .update();
  }

  void gatheredAgain(Pile pile, Instant claimedTo, Instant at) {
    of(
            "UPDATE notice SET due_at = :at WHERE reader_id = :readerId AND kind = :kind AND gathered AND due_at = :claimedTo",
            pile)
        .param("claimedTo", Utc.bind(claimedTo))
        .param("at", Utc.bind(at))
        .update();
  }

  void done(long id) {
    db.sql("DELETE FROM notice WHERE id = :id").param("id", id).update();
  }

  /**
   * What was told in one is done. Many at a time, not all: some may be very many.
   *
   * @param claimedTo what {@link #laterGathered} set
   */
  int doneGathered(Pile pile, Instant claimedTo) {
    return of(DONE_GATHERED, pile).param("claimedTo", Utc.bind(claimedTo)).update();
  }

  HourlyLimit hour(Pile pile) {
    return of(HOUR, pile)
        .query((row, n) -> new HourlyLimit(Utc.read(row, "began_at"), row.getInt("told")))
        .optional()
        .orElse(HourlyLimit.NONE);
  }

  void keepHour(Pile pile, HourlyLimit hour) {
    of(KEEP_HOUR, pile).param("began", Utc.bind(hour.began())).param("told", hour.told()).update();
  }

  /** Which email a step of a sequence sends. */
  Optional<Long> emailOf(long stepId) {
    return db.sql("SELECT email_id FROM step WHERE id = :id")
        .param("id", stepId)
        .query(Long.class)
        .optional();
  }

  /** Which email to many a going-out is of. */
  Optional<Long> mailingOf(long issueId) {
    return db.sql("SELECT mailing_id FROM issue WHERE id = :id")
        .param("id", issueId)
        .query(Long.class)
        .optional();
  }

  private JdbcClient.StatementSpec of(String sql, Pile pile) {
    return db.sql(sql).param("readerId", pile.readerId()).param("kind", pile.kind().name());
  }

  private static Line line(ResultSet row, int number) throws SQLException {
    return new Line(
        row.getLong("id"),
        row.getString("words"),
        Utc.read(row, "at"),
        row.getInt("tries"),
        row.getBoolean("gathered"),
        Optional.ofNullable(row.getObject("person_id", Long.class)),
        Optional.ofNullable(row.getObject("offer_id", Long.class)),
        Optional.ofNullable(row.getString("email")),
        Optional.ofNullable(row.getString("first_name")),
        Optional.ofNullable(row.getString("offer")));
  }
}
