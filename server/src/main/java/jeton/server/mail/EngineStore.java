package jeton.server.mail;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The outbox as its owner looks at it. */
@Repository
class EngineStore {
  private static final String STATE =
      """
      SELECT COUNT(*) AS waiting,
             COALESCE(SUM(failures > 0), 0) AS troubled,
             MIN(CASE WHEN failures > 0 THEN due_at END) AS since,
             MIN(CASE WHEN failures > 0 THEN try_at END) AS next_try,
             MIN(try_at) AS oldest_try,
             (SELECT l.last_error FROM outbox l
               WHERE l.id = MAX(CASE WHEN outbox.failures > 0 THEN outbox.id END)) AS last_trouble
        FROM outbox
       WHERE urgent IN (0, 1) AND try_at IS NOT NULL
      """;

  // One name for each row, so that the numbers and the lists cannot disagree.
  private static final String PILE =
      """
      CASE WHEN o.state = 'WAITING' AND o.held THEN 'HELD'
           WHEN o.state = 'WAITING' AND o.claim IS NOT NULL THEN 'ON_ITS_WAY'
           WHEN o.state = 'WAITING' AND o.failures > 0 THEN 'TROUBLED'
           WHEN o.state = 'WAITING' THEN 'WAITING'
           WHEN o.state = 'SENT' THEN 'SENT'
           WHEN o.state = 'DROPPED' THEN 'DROPPED'
           ELSE 'FAILED' END
      """;

  private static final String COUNTS =
      "SELECT pile, COUNT(*) AS n FROM (SELECT "
          + PILE
          + " AS pile FROM outbox o WHERE o.settled_at IS NULL OR o.settled_at >= :since) counted GROUP BY pile";

  private static final String LIST =
      "SELECT o.id, o.kind, o.due_at, o.try_at, o.settled_at, o.failures, o.last_error, o.answer, o.person_id, p.email,"
          + " f.name AS offer_name, "
          + PILE
          + """
             AS pile
              FROM outbox o
              JOIN person p ON p.id = o.person_id
              LEFT JOIN offer f ON f.id = o.offer_id
             WHERE (o.settled_at IS NULL OR o.settled_at >= :since)
            HAVING pile = :pile
             ORDER BY o.id DESC
             LIMIT :most
            """;

  private static final String TRY_NOW =
      "UPDATE outbox SET try_at = :now WHERE urgent IN (0, 1) AND try_at > :now AND failures > 0 AND claim IS NULL";

  // A row that was given up waits again from the beginning, with the Message-ID it had.
  private static final String RETRY =
      """
      UPDATE outbox
         SET state = 'WAITING', try_at = :now, settled_at = NULL, claims = 0,
             failures = CASE WHEN state = 'GIVEN_UP' THEN 0 ELSE failures END
       WHERE id IN (:ids) AND claim IS NULL AND NOT held
         AND (state = 'GIVEN_UP' OR (state = 'WAITING' AND failures > 0))
      """;

  private static final String MAY_GIVE_UP =
      "SELECT id FROM outbox WHERE id IN (:ids) AND state = 'WAITING' AND claim IS NULL FOR UPDATE";

  private static final String OF_PILE =
      "SELECT id FROM outbox WHERE settled_at IS NULL AND failures > 0 AND claim IS NULL AND NOT held LIMIT :most";

  private static final String SETTLED_AT =
      """
      SELECT MIN(settled_at) AS at FROM outbox
       WHERE id IN (:ids) AND settled_at IS NOT NULL
       GROUP BY DATE(settled_at), HOUR(settled_at), MINUTE(settled_at) DIV 15
       ORDER BY 1
      """;

  private static final String GIVEN_UP_IDS =
      "SELECT id FROM outbox WHERE state = 'GIVEN_UP' AND settled_at >= :since LIMIT :most";

  private static final String BY_MESSAGE_ID = "SELECT id FROM outbox WHERE message_id = :messageId";

  private static final String BOUNCED =
      """
      UPDATE outbox SET state = 'BOUNCED', last_error = :said, answer = :answer
       WHERE id = :id AND state IN ('SENT', 'BOUNCED')
      """;

  private final JdbcClient db;

  EngineStore(JdbcClient db) {
    this.db = db;
  }

  /**
   * What waits.
   *
   * @param oldestTry when the one that waits longest may be taken
   */
  record Waiting(Outbox.State state, Optional<Instant> oldestTry) {}

  Waiting waiting() {
    return db.sql(STATE)
        .query(
            (row, n) ->
                new Waiting(
                    new Outbox.State(
                        row.getLong("waiting"),
                        row.getLong("troubled"),
                        Optional.ofNullable(row.getString("last_trouble")),
                        Utc.readOptional(row, "since"),
                        Utc.readOptional(row, "next_try")),
                    Utc.readOptional(row, "oldest_try")))
        .single();
  }

  Map<EngineWatch.Pile, Long> counts(Instant since) {
    record Count(EngineWatch.Pile pile, long n) {}
    return db
        .sql(COUNTS)
        .param("since", Utc.bind(since))
        .query(
            (row, n) ->
                new Count(EngineWatch.Pile.valueOf(row.getString("pile")), row.getLong("n")))
        .list()
        .stream()
        .collect(Collectors.toMap(Count::pile, Count::n));
  }

  List<EngineWatch.EngineLine> list(EngineWatch.Pile pile, Instant since, int most) {
    return db.sql(LIST)
        .param("pile", pile.name())
        .param("since", Utc.bind(since))
        .param("most", most)
        .query(EngineStore::line)
        .list();
  }

  int tryNow(Instant now) {
    return db.sql(TRY_NOW).param("now", Utc.bind(now)).update();
  }

  int retry(Collection<Long> ids, Instant now) {
    return ids.isEmpty() ? 0 : db.sql(RETRY).param("ids", ids).param("now", Utc.bind(now)).update();
  }

  /** Those of these that wait and are in nobody's hands; locked. */
  List<Long> mayGiveUp(Collection<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : db.sql(MAY_GIVE_UP).param("ids", ids).query(Long.class).list();
  }

  List<Long> troubled(int most) {
    return db.sql(OF_PILE).param("most", most).query(Long.class).list();
  }

  List<Long> givenUp(Instant since, int most) {
    return db.sql(GIVEN_UP_IDS)
        .param("since", Utc.bind(since))
        .param("most", most)
        .query(Long.class)
        .list();
  }

  Optional<Long> byMessageId(String messageId) {
    return db.sql(BY_MESSAGE_ID).param("messageId", messageId).query(Long.class).optional();
  }

  /** On which days these were settled: a moment of each quarter of an hour, as zones have it. */
  List<Instant> settledAt(Collection<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : db.sql(SETTLED_AT).param("ids", ids).query((row, n) -> Utc.read(row, "at")).list();
  }

  void bounced(long id, String answer, String said) {
    db.sql(BOUNCED).param("id", id).param("answer", answer).param("said", said).update();
  }

  private static EngineWatch.EngineLine line(ResultSet row, int n) throws SQLException {
    return new EngineWatch.EngineLine(
        row.getLong("id"),
        EngineWatch.Pile.valueOf(row.getString("pile")),
        OutgoingEmail.Kind.valueOf(row.getString("kind")),
        row.getLong("person_id"),
        row.getString("email"),
        Optional.ofNullable(row.getString("offer_name")),
        Utc.read(row, "due_at"),
        Utc.readOptional(row, "try_at"),
        Utc.readOptional(row, "settled_at"),
        row.getInt("failures"),
        Optional.ofNullable(row.getString("last_error")).filter(said -> !said.isEmpty()));
  }
}
