package jeton.server.mail;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import jeton.core.mail.AnswerClass;
import jeton.core.people.PersonState;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.support.TransactionOperations;

/**
 * The outbox. A row's {@code try_at} is when a dispatcher may take it; claiming moves it to the end
 * of the lease, so a crash delays an email and never loses it. A message may be repeated after a
 * crash, with the same Message-ID.
 */
@Repository
class OutboxStore {
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
      boolean confirmed,
      boolean untracked,
      String offerName,
      int claims) {}

  private static final String ADD =
      """
      INSERT INTO outbox (message_id, kind, urgent, person_id, offer_id, sign_up_id, step_id, run_id, state, due_at,
                          try_at, created_at)
      VALUES (:messageId, :kind, :urgent, :personId, :offerId, :signUpId, :stepId, :runId, 'WAITING', :dueAt, :dueAt,
              :now)
      """;

  private static final String LOCK_DUE =
      """
      SELECT id FROM outbox
       WHERE urgent = :urgent AND try_at <= :now
       ORDER BY try_at
       LIMIT :limit
         FOR UPDATE SKIP LOCKED
      """;

  private static final String CLAIM =
      "UPDATE outbox SET try_at = :leaseEnds, claim = :claim, claims = claims + 1 WHERE id IN (:ids)";

  private static final String COLUMNS =
      """
      SELECT o.id, o.message_id, o.kind, o.person_id, o.offer_id, o.sign_up_id, o.step_id, o.run_id, o.due_at,
             o.issue_id, o.version, o.settled_at, o.failures, o.claim, o.claims, p.email, p.first_name, p.state AS person_state,
             p.confirmed_at IS NOT NULL AS confirmed, p.untracked,
             COALESCE(f.name, '') AS offer_name
        FROM outbox o
        JOIN person p ON p.id = o.person_id
        LEFT JOIN offer f ON f.id = o.offer_id
      """;

  private static final String CLAIMED =
      COLUMNS + " WHERE o.id IN (:ids) AND o.claim = :claim ORDER BY o.urgent DESC, o.due_at, o.id";

  private static final String SENT = COLUMNS + " WHERE o.id = :id";

  private static final String STILL_CLAIMED =
      "SELECT id FROM outbox WHERE id IN (:ids) AND claim = :claim AND NOT held";

  private static final String OWNED =
      "SELECT id FROM outbox WHERE id IN (:ids) AND claim = :claim ORDER BY id FOR UPDATE";

  private static final String SETTLE =
      """
      UPDATE outbox
         SET state = :state, settled_at = :now, try_at = NULL, claim = NULL, held = FALSE, last_error = :trouble,
             answer = :answer
       WHERE id IN (:ids)
      """;

  private static final String POSTPONE =
      """
      UPDATE outbox
         SET try_at = CASE WHEN held THEN NULL ELSE :tryAt END, claim = NULL, claims = 0, failures = failures + 1,
             last_error = :trouble, answer = :answer
       WHERE id = :id AND claim = :claim
      """;

  private static final String RELEASE =
      """
      UPDATE outbox
         SET try_at = CASE WHEN held THEN NULL ELSE :tryAt END, claim = NULL, claims = 0
       WHERE id IN (:ids) AND claim = :claim
      """;

  private static final String DROP_ALL =
      """
      UPDATE outbox
         SET state = 'DROPPED', settled_at = :now, try_at = NULL, claim = NULL, held = FALSE
       WHERE person_id = :personId AND state = 'WAITING'
      """;

  private static final String DROP_OF_RUN =
      """
      UPDATE outbox
         SET state = 'DROPPED', settled_at = :now, try_at = NULL, claim = NULL, held = FALSE
       WHERE run_id = :runId AND state = 'WAITING'
      """;

  private static final String HOLD =
      """
      UPDATE outbox o JOIN step s ON s.id = o.step_id
         SET o.held = TRUE, o.try_at = NULL
       WHERE s.sequence_id = :sequenceId AND o.state = 'WAITING'
      """;

  private static final String LET_GO =
      """
      UPDATE outbox o JOIN step s ON s.id = o.step_id
         SET o.held = FALSE, o.try_at = :now
       WHERE s.sequence_id = :sequenceId AND o.state = 'WAITING' AND o.held
      """;

  // Found paused when it was about to be written: it waits with its sequence (T14), unless that has
  // gone on meanwhile and let its emails go.
  private static final String HOLD_CLAIMED =
      """
      UPDATE outbox o
        LEFT JOIN step t ON t.id = o.step_id
        LEFT JOIN sequence s ON s.id = t.sequence_id
        LEFT JOIN issue i ON i.id = o.issue_id
         SET o.held = s.paused_at IS NOT NULL OR COALESCE(i.state = 'PAUSED', FALSE),
             o.try_at = CASE WHEN s.paused_at IS NULL AND COALESCE(i.state <> 'PAUSED', TRUE) THEN :now END,
             o.claim = NULL, o.claims = 0
       WHERE o.id IN (:ids) AND o.claim = :claim
      """;
  // It left, whatever became of its reader or its claim meanwhile.
  private static final String SENT_ALL_THE_SAME =
      """
      UPDATE outbox
         SET state = 'SENT', settled_at = :now, try_at = NULL, claim = NULL, held = FALSE, answer = 'TAKEN'
       WHERE id = :id AND state IN ('WAITING', 'DROPPED')
      """;
  private static final String LIST_OF =
      """
      SELECT COALESCE(i.list_id, q.list_id)
        FROM outbox o
        LEFT JOIN issue i ON i.id = o.issue_id
        LEFT JOIN step s ON s.id = o.step_id
        LEFT JOIN sequence q ON q.id = s.sequence_id
       WHERE o.id = :id AND COALESCE(i.list_id, q.list_id) IS NOT NULL
      """;
  private static final String IN_HANDS =
      """
      SELECT COUNT(*)
        FROM step s
        JOIN outbox o ON o.step_id = s.id
       WHERE s.sequence_id = :sequenceId AND o.held AND o.claim IS NOT NULL
      """;
  private static final String OVERDUE =
      "SELECT MIN(try_at) AS oldest FROM outbox WHERE urgent IN (0, 1) AND try_at <= :before";
  private static final String ASKED =
      "SELECT created_at FROM outbox WHERE person_id = :personId AND kind = :kind AND created_at > :since";

  private static final String NEXT_DUE = "SELECT MIN(try_at) FROM outbox WHERE urgent IN (0, 1)";

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
        .param("urgent", email.kind().urgent())
        .param("personId", email.personId())
        .param("offerId", email.offerId().orElse(null))
        .param("signUpId", email.signUpId().orElse(null))
        .param("stepId", email.stepId().orElse(null))
        .param("runId", email.runId().orElse(null))
        .param("dueAt", Utc.bind(email.dueAt()))
        .param("now", Utc.bind(now))
        .update();
  }

  /**
   * Claims what has waited longest, of what is urgent first. Two dispatchers never get the same row
   * while its lease runs.
   */
  List<Row> claimDue(Instant now, int limit, Duration lease) {
    String claim = UUID.randomUUID().toString();
    List<Long> ids =
        tx.execute(
            status -> {
              List<Long> due = new ArrayList<>(lockDue(true, now, limit));
              if (due.size() < limit) {
                due.addAll(lockDue(false, now, limit - due.size()));
              }
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

  private List<Long> lockDue(boolean urgent, Instant now, int limit) {
    return db.sql(LOCK_DUE)
        .param("urgent", urgent)
        .param("now", Utc.bind(now))
        .param("limit", limit)
        .query(Long.class)
        .list();
  }

  /** Which of these are this claim's as of now: leaving takes emails out of it. */
  Set<Long> stillClaimed(String claim, Collection<Long> ids) {
    return Set.copyOf(
        db.sql(STILL_CLAIMED).param("ids", ids).param("claim", claim).query(Long.class).list());
  }

  /** Which of these are still this claim's; locked until the transaction ends. */
  Set<Long> owned(String claim, Collection<Long> ids) {
    return Set.copyOf(
        db.sql(OWNED).param("ids", ids).param("claim", claim).query(Long.class).list());
  }

  /** Ends the wait of rows that are owned. */
  void settle(
      Collection<Long> ids,
      DeliveryListener.Outcome outcome,
      AnswerClass answer,
      String trouble,
      Instant now) {
    db.sql(SETTLE)
        .param("ids", ids)
        .param("state", outcome.name())
        .param("answer", answer.name())
        .param("trouble", cut(trouble))
        .param("now", Utc.bind(now))
        .update();
  }

  /** Has it tried again later. False when the lease was lost. */
  boolean postpone(Row row, Instant tryAt, AnswerClass answer, String trouble) {
    return 1
        == db.sql(POSTPONE)
            .param("id", row.id())
            .param("claim", row.claim())
            .param("tryAt", Utc.bind(tryAt))
            .param("answer", answer.name())
            .param("trouble", cut(trouble))
            .update();
  }

  /** Gives rows back that were not tried: a limit was reached. */
  void release(String claim, Collection<Long> ids, Instant tryAt) {
    db.sql(RELEASE)
        .param("ids", ids)
        .param("claim", claim)
        .param("tryAt", Utc.bind(tryAt))
        .update();
  }

  /** Keeps rows whose sequence turned out to be paused. */
  void hold(String claim, Collection<Long> ids, Instant now) {
    db.sql(HOLD_CLAIMED)
        .param("ids", ids)
        .param("claim", claim)
        .param("now", Utc.bind(now))
        .update();
  }

  /** Notes that an email left although its row was not ours any more. False when that is known. */
  boolean sentAllTheSame(long id, Instant now) {
    return 1 == db.sql(SENT_ALL_THE_SAME).param("id", id).param("now", Utc.bind(now)).update();
  }

  /** How many emails of a paused sequence are still in a dispatcher's hands. */
  long inHands(long sequenceId) {
    return db.sql(IN_HANDS).param("sequenceId", sequenceId).query(Long.class).single();
  }

  /** The oldest that might have been taken before a moment, and was not. */
  Optional<Instant> overdue(Instant before) {
    return db.sql(OVERDUE)
        .param("before", Utc.bind(before))
        .query((row, n) -> Utc.readOptional(row, "oldest"))
        .single();
  }

  void dropAllFor(long personId, Instant now) {
    db.sql(DROP_ALL).param("personId", personId).param("now", Utc.bind(now)).update();
  }

  void dropOfRun(long runId, Instant now) {
    db.sql(DROP_OF_RUN).param("runId", runId).param("now", Utc.bind(now)).update();
  }

  void hold(long sequenceId) {
    db.sql(HOLD).param("sequenceId", sequenceId).update();
  }

  void letGo(long sequenceId, Instant now) {
    db.sql(LET_GO).param("sequenceId", sequenceId).param("now", Utc.bind(now)).update();
  }

  List<Instant> asked(long personId, OutgoingEmail.Kind kind, Instant since) {
    return db.sql(ASKED)
        .param("personId", personId)
        .param("kind", kind.name())
        .param("since", Utc.bind(since))
        .query((row, n) -> Utc.read(row, "created_at"))
        .list();
  }

  Optional<Long> listOf(long id) {
    return db.sql(LIST_OF).param("id", id).query(Long.class).optional();
  }

  Optional<Outbox.Sent> sent(long id) {
    return db.sql(SENT).param("id", id).query(OutboxStore::sentRow).optional();
  }

  Optional<Instant> nextDue() {
    return db.sql(NEXT_DUE).query((row, n) -> Utc.readOptional(row, "MIN(try_at)")).single();
  }

  private static String cut(String trouble) {
    return trouble.length() > MOST_TROUBLE ? trouble.substring(0, MOST_TROUBLE) : trouble;
  }

  private static OutgoingEmail email(ResultSet row) throws SQLException {
    return new OutgoingEmail(
        OutgoingEmail.Kind.valueOf(row.getString("kind")),
        row.getLong("person_id"),
        Optional.ofNullable(row.getObject("offer_id", Long.class)),
        Optional.ofNullable(row.getObject("sign_up_id", Long.class)),
        Optional.ofNullable(row.getObject("step_id", Long.class)),
        Optional.ofNullable(row.getObject("run_id", Long.class)),
        Utc.read(row, "due_at"),
        Optional.ofNullable(row.getObject("issue_id", Long.class)).map(id -> copy(id, row)));
  }

  private static OutgoingEmail.Copy copy(long issueId, ResultSet row) {
    try {
      return new OutgoingEmail.Copy(issueId, row.getString("version"));
    } catch (SQLException unreadable) {
      throw new IllegalStateException(unreadable);
    }
  }

  private static Outbox.Sent sentRow(ResultSet row, int n) throws SQLException {
    return new Outbox.Sent(
        email(row),
        Utc.readOptional(row, "settled_at"),
        row.getString("email"),
        row.getString("first_name"),
        row.getBoolean("untracked"),
        row.getString("offer_name"));
  }

  private static Row row(ResultSet row, int n) throws SQLException {
    return new Row(
        row.getLong("id"),
        row.getString("claim"),
        row.getString("message_id"),
        email(row),
        row.getInt("failures"),
        row.getString("email"),
        row.getString("first_name"),
        PersonState.valueOf(row.getString("person_state")),
        row.getBoolean("confirmed"),
        row.getBoolean("untracked"),
        row.getString("offer_name"),
        row.getInt("claims"));
  }
}
