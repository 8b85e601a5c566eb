package jeton.server.mail;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import jeton.core.people.PersonState;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionOperations;

/**
 * The outbox. A row's {@code try_at} is when a dispatcher may take it; claiming moves it to the end
 * of the lease, so a crash delays an email and never loses it. A message may be repeated after a
 * crash, with the same Message-ID.
 */
final class OutboxStore {
  private static final int MOST_TROUBLE = 500;

  /** A row this dispatcher owns until its lease ends. */
  record Row(
      long id,
      String claim,
      String messageId,
      OutgoingEmail email,
      int failures,
      String to,
      String firstName,
      PersonState state,
      String offerName) {}

  private static final String ADD =
      """
      INSERT INTO outbox (message_id, kind, person_id, offer_id, sign_up_id, step_id, run_id, state, due_at, try_at, created_at)
      VALUES (:messageId, :kind, :personId, :offerId, :signUpId, :stepId, :runId, 'WAITING', :dueAt, :dueAt, :now)
      """;

  private static final String LOCK_DUE =
      """
      SELECT id FROM outbox
       WHERE try_at <= :now
       ORDER BY try_at
       LIMIT :limit
         FOR UPDATE SKIP LOCKED
      """;

  private static final String CLAIM =
      "UPDATE outbox SET try_at = :leaseEnds, claim = :claim WHERE id IN (:ids)";

  private static final String CLAIMED =
      """
      SELECT o.id, o.message_id, o.kind, o.person_id, o.offer_id, o.sign_up_id, o.step_id, o.run_id, o.due_at,
             o.failures, o.claim, p.email, p.first_name, p.state AS person_state, f.name AS offer_name
        FROM outbox o
        JOIN person p ON p.id = o.person_id
        JOIN offer f ON f.id = o.offer_id
       WHERE o.id IN (:ids) AND o.claim = :claim
       ORDER BY o.due_at, o.id
      """;

  private static final String SETTLE =
      """
      UPDATE outbox
         SET state = :state, settled_at = :now, try_at = NULL, claim = NULL, last_error = :trouble
       WHERE id = :id AND claim = :claim
      """;

  private static final String POSTPONE =
      """
      UPDATE outbox
         SET try_at = :tryAt, claim = NULL, failures = failures + 1, last_error = :trouble
       WHERE id = :id AND claim = :claim
      """;

  private static final String DROP_ALL =
      """
      UPDATE outbox
         SET state = 'DROPPED', settled_at = :now, try_at = NULL, claim = NULL
       WHERE person_id = :personId AND state = 'WAITING'
      """;

  private static final String ASKED =
      "SELECT created_at FROM outbox WHERE person_id = :personId AND kind = :kind AND created_at > :since";

  private static final String STATE =
      """
      SELECT COUNT(*) AS waiting,
             COALESCE(SUM(failures > 0), 0) AS troubled,
             MIN(CASE WHEN failures > 0 THEN due_at END) AS since,
             MIN(CASE WHEN failures > 0 THEN try_at END) AS next_try
        FROM outbox
       WHERE try_at IS NOT NULL
      """;

  private static final String LAST_TROUBLE =
      "SELECT last_error FROM outbox WHERE try_at IS NOT NULL AND failures > 0 ORDER BY id DESC LIMIT 1";

  private static final String NEXT_DUE = "SELECT MIN(try_at) FROM outbox";

  private static final String TRY_NOW =
      "UPDATE outbox SET try_at = :now WHERE try_at > :now AND failures > 0 AND claim IS NULL";

  private final JdbcClient db;
  private final TransactionOperations tx;

  OutboxStore(JdbcClient db, TransactionOperations tx) {
    this.db = db;
    this.tx = tx;
  }

  void add(OutgoingEmail email, String messageId, Instant now) {
    db.sql(ADD)
        .param("messageId", messageId)
        .param("kind", email.kind().name())
        .param("personId", email.personId())
        .param("offerId", email.offerId())
        .param("signUpId", email.signUpId().orElse(null))
        .param("stepId", email.stepId().orElse(null))
        .param("runId", email.runId().orElse(null))
        .param("dueAt", Utc.bind(email.dueAt()))
        .param("now", Utc.bind(now))
        .update();
  }

  /**
   * Claims what has waited longest. Two dispatchers never get the same row while its lease runs.
   */
  List<Row> claimDue(Instant now, int limit, Duration lease) {
    String claim = UUID.randomUUID().toString();
    List<Long> ids =
        tx.execute(
            status -> {
              List<Long> due =
                  db.sql(LOCK_DUE)
                      .param("now", Utc.bind(now))
                      .param("limit", limit)
                      .query(Long.class)
                      .list();
              if (!due.isEmpty()) {
                db.sql(CLAIM)
                    .param("ids", due)
                    .param("claim", claim)
                    .param("leaseEnds", Utc.bind(now.plus(lease)))
                    .update();
              }
              return due;
            });
    return ids.isEmpty()
        ? List.of()
        : db.sql(CLAIMED).param("ids", ids).param("claim", claim).query(OutboxStore::row).list();
  }

  /** Ends an email's wait. False when the lease was lost: it is somebody else's now. */
  boolean settle(Row row, DeliveryListener.Outcome outcome, String trouble, Instant now) {
    return 1
        == db.sql(SETTLE)
            .param("id", row.id())
            .param("claim", row.claim())
            .param("state", outcome.name())
            .param("trouble", cut(trouble))
            .param("now", Utc.bind(now))
            .update();
  }

  /** Has it tried again later. False when the lease was lost. */
  boolean postpone(Row row, Instant tryAt, String trouble) {
    return 1
        == db.sql(POSTPONE)
            .param("id", row.id())
            .param("claim", row.claim())
            .param("tryAt", Utc.bind(tryAt))
            .param("trouble", cut(trouble))
            .update();
  }

  void dropAllFor(long personId, Instant now) {
    db.sql(DROP_ALL).param("personId", personId).param("now", Utc.bind(now)).update();
  }

  List<Instant> asked(long personId, OutgoingEmail.Kind kind, Instant since) {
    return db.sql(ASKED)
        .param("personId", personId)
        .param("kind", kind.name())
        .param("since", Utc.bind(since))
        .query((row, n) -> Utc.read(row, "created_at"))
        .list();
  }

  Outbox.State state() {
    Optional<String> trouble = db.sql(LAST_TROUBLE).query(String.class).optional();
    return db.sql(STATE)
        .query(
            (row, n) ->
                new Outbox.State(
                    row.getLong("waiting"),
                    row.getLong("troubled"),
                    trouble,
                    Utc.readOptional(row, "since"),
                    Utc.readOptional(row, "next_try")))
        .single();
  }

  Optional<Instant> nextDue() {
    return db.sql(NEXT_DUE).query((row, n) -> Utc.readOptional(row, "MIN(try_at)")).single();
  }

  int tryNow(Instant now) {
    return db.sql(TRY_NOW).param("now", Utc.bind(now)).update();
  }

  private static String cut(String trouble) {
    return trouble.length() > MOST_TROUBLE ? trouble.substring(0, MOST_TROUBLE) : trouble;
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    OutgoingEmail email =
        new OutgoingEmail(
            OutgoingEmail.Kind.valueOf(row.getString("kind")),
            row.getLong("person_id"),
            row.getLong("offer_id"),
            Optional.ofNullable(row.getObject("sign_up_id", Long.class)),
            Optional.ofNullable(row.getObject("step_id", Long.class)),
            Optional.ofNullable(row.getObject("run_id", Long.class)),
            Utc.read(row, "due_at"));
    return new Row(
        row.getLong("id"),
        row.getString("claim"),
        row.getString("message_id"),
        email,
        row.getInt("failures"),
        row.getString("email"),
        row.getString("first_name"),
        PersonState.valueOf(row.getString("person_state")),
        row.getString("offer_name"));
  }
}
