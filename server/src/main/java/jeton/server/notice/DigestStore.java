package jeton.server.notice;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings.ChosenEmail;
import jeton.server.database.Utc;
import jeton.server.history.History;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Digests that are due, and what the history has for them. */
@Repository
class DigestStore {
  private static final String ADD =
      """
      INSERT INTO notice_digest (reader_id, pace, since, until, due_at)
      VALUES (:readerId, :pace, :since, :until, :dueAt)
      """;
  private static final String NEXT =
      """
      SELECT id, reader_id, pace, since, until, tries FROM notice_digest
       WHERE due_at <= :now ORDER BY due_at, id LIMIT 1 FOR UPDATE SKIP LOCKED
      """;
  private static final String COUNTS =
      """
      SELECT e.kind, e.offer_id, o.name AS offer, COUNT(*) AS n
        FROM event e LEFT JOIN offer o ON o.id = e.offer_id
       WHERE e.kind IN (:kinds) AND e.at >= :since AND e.at < :until
       GROUP BY e.kind, e.offer_id, o.name
      """;
  private static final String NEWEST =
      """
      SELECT e.kind, e.offer_id, e.detail, p.email, p.first_name
        FROM event e JOIN person p ON p.id = e.person_id AND p.erased_at IS NULL
       WHERE e.kind IN (:kinds) AND e.at >= :since AND e.at < :until
       ORDER BY e.at DESC, e.id DESC LIMIT :most
      """;
  private static final String OPENED_EMAIL =
      """
      SELECT COUNT(*) FROM step s JOIN outbox o ON o.step_id = s.id JOIN email_reading r ON r.outbox_id = o.id
       WHERE s.email_id = :id AND r.opened_at >= :since AND r.opened_at < :until
      """;
  private static final String OPENED_MAILING =
      """
      SELECT COUNT(*) FROM issue i JOIN outbox o ON o.issue_id = i.id JOIN email_reading r ON r.outbox_id = o.id
       WHERE i.mailing_id = :id AND r.opened_at >= :since AND r.opened_at < :until
      """;
  private static final String EMAIL_SUBJECT =
      """
      SELECT JSON_VALUE(content, '$.subject') FROM email WHERE id = :id
      """;
  private static final String MAILING_SUBJECT =
      "SELECT JSON_VALUE(settings, '$.content.subject') FROM mailing WHERE id = :id";

  private final JdbcClient db;

  DigestStore(JdbcClient db) {
    this.db = db;
  }

  /** A digest that is due, about what happened from one moment to before another. */
  record Due(long id, long readerId, NoticePace pace, Instant since, Instant until, int tries) {}

  /** How often something happened with an offer, or with none. */
  record Count(History.Kind kind, Optional<Long> offerId, Optional<String> offer, long n) {}

  /** Somebody with whom it happened. */
  record Somebody(
      History.Kind kind, Optional<Long> offerId, String detail, String email, String firstName) {}

  void add(long readerId, NoticePace pace, Instant since, Instant until, Instant dueAt) {
    db.sql(ADD)
        .param("readerId", readerId)
        .param("pace", pace.name())
        .param("since", Utc.bind(since))
        .param("until", Utc.bind(until))
        .param("dueAt", Utc.bind(dueAt))
        .update();
  }

  /** One that is due, locked; what another instance has locked is left to it. */
  Optional<Due> lockNext(Instant now) {
    return db.sql(NEXT)
        .param("now", Utc.bind(now))
        .query(
            (row, n) ->
                new Due(
                    row.getLong("id"),
                    row.getLong("reader_id"),
                    NoticePace.valueOf(row.getString("pace")),
                    Utc.read(row, "since"),
                    Utc.read(row, "until"),
                    row.getInt("tries")))
        .optional();
  }

  Optional<Instant> nextDue() {
    return db.sql("SELECT MIN(due_at) AS next FROM notice_digest")
        .query((row, n) -> Utc.readOptional(row, "next"))
        .single();
  }

  void later(long id, Instant at) {
    db.sql("UPDATE notice_digest SET due_at = :at, tries = tries + 1 WHERE id = :id")
        .param("id", id)
        .param("at", Utc.bind(at))
        .update();
  }

  void done(long id) {
    db.sql("DELETE FROM notice_digest WHERE id = :id").param("id", id).update();
  }

  List<Count> counts(List<String> kinds, Instant since, Instant until) {
    return during(db.sql(COUNTS), kinds, since, until)
        .query(
            (row, n) ->
                new Count(
                    History.Kind.valueOf(row.getString("kind")),
                    Optional.ofNullable(row.getObject("offer_id", Long.class)),
                    Optional.ofNullable(row.getString("offer")),
                    row.getLong("n")))
        .list();
  }

  /** The newest ones, newest first. */
  List<Somebody> newest(List<String> kinds, Instant since, Instant until, int most) {
    return during(db.sql(NEWEST), kinds, since, until)
        .param("most", most)
        .query(
            (row, n) ->
                new Somebody(
                    History.Kind.valueOf(row.getString("kind")),
                    Optional.ofNullable(row.getObject("offer_id", Long.class)),
                    row.getString("detail"),
                    row.getString("email"),
                    row.getString("first_name")))
        .list();
  }

  /** By how many people a chosen email was opened for the first time. */
  long opened(ChosenEmail email, Instant since, Instant until) {
    return db.sql(email.of() == ChosenEmail.Of.EMAIL ? OPENED_EMAIL : OPENED_MAILING)
        .param("id", email.id())
        .param("since", Utc.bind(since))
        .param("until", Utc.bind(until))
        .query(Long.class)
        .single();
  }

  Optional<String> subject(ChosenEmail email) {
    return db.sql(email.of() == ChosenEmail.Of.EMAIL ? EMAIL_SUBJECT : MAILING_SUBJECT)
        .param("id", email.id())
        .query(String.class)
        .optional();
  }

  private static JdbcClient.StatementSpec during(
      JdbcClient.StatementSpec sql, List<String> kinds, Instant since, Instant until) {
    return sql.param("kinds", kinds)
        .param("since", Utc.bind(since))
        .param("until", Utc.bind(until));
  }
}
