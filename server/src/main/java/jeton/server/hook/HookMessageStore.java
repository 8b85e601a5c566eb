package jeton.server.hook;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import jeton.core.hook.HookKind;
import jeton.core.upkeep.KeptKind;
import jeton.server.database.Fading;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What happened, and the messages about it. */
@Repository
class HookMessageStore implements Fading {
  private static final int MOST_ANSWER = 500;
  private static final Comparator<Queue> IN_ORDER =
      Comparator.comparing(Queue::hookId).thenComparing(Queue::personId);

  private static final String HAPPENED =
      """
      INSERT INTO hook_happening (at, kind, person_id, offer_id, detail)
      VALUES (:at, :kind, :personId, :offerId, :detail)
      """;
  private static final String TURN = "SELECT id FROM hook_turn WHERE id = 1 FOR UPDATE SKIP LOCKED";
  private static final String HAPPENINGS = "SELECT * FROM hook_happening ORDER BY id LIMIT :most";
  private static final String OLDEST_HAPPENING =
      "SELECT at FROM hook_happening ORDER BY id LIMIT 1";
  private static final String QUEUE =
      """
      INSERT INTO hook_queue (hook_id, person_id, waiting) VALUES (:hookId, :personId, :more)
          ON DUPLICATE KEY UPDATE waiting = waiting + VALUES(waiting)
      """;
  private static final String QUEUES =
      "SELECT hook_id, person_id, waiting FROM hook_queue WHERE hook_id IN (:hooks) AND person_id IN (:people)";
  private static final String ADD =
      """
      INSERT INTO hook_message (hook_id, message_id, person_id, kind, at, body, state, due_at)
      VALUES (:hookId, :messageId, :personId, :kind, :at, :body, 'WAITING', :dueAt)
      """;

  private static final String DUE =
      """
      SELECT id FROM hook_message WHERE hook_id = :hookId AND due_at <= :now
       ORDER BY due_at, id LIMIT :most FOR UPDATE SKIP LOCKED
      """;
  private static final String CLAIM =
      "UPDATE hook_message SET due_at = :leaseEnds, claim = claim + 1 WHERE id IN (:ids)";
  private static final String SETTLE =
      """
      UPDATE hook_message
         SET state = 'TOLD', due_at = NULL, settled_at = :now, tried_at = :triedAt, status = :status,
             answer = :answer, took_ms = :tookMs
       WHERE id = :id AND claim = :claim AND due_at IS NOT NULL
      """;
  private static final String POSTPONE =
      """
      UPDATE hook_message
         SET due_at = :dueAt, failures = failures + 1, tried_at = :triedAt, status = :status,
             answer = :answer, took_ms = :tookMs
       WHERE id = :id AND claim = :claim AND due_at IS NOT NULL
      """;
  private static final String UNQUEUE =
      """
      UPDATE hook_queue SET waiting = waiting - 1
       WHERE hook_id = :hookId AND person_id = :personId AND waiting > 0
      """;
  private static final String NEXT =
      """
      UPDATE hook_message SET due_at = :now
       WHERE hook_id = :hookId AND person_id = :personId AND state = 'WAITING' AND due_at IS NULL
       ORDER BY id LIMIT 1
      """;
  private static final String EMPTY =
      "DELETE FROM hook_queue WHERE hook_id = :hookId AND person_id = :personId AND waiting = 0";

  private static final String PAGE =
      """
      SELECT * FROM hook_message
       WHERE hook_id = :hookId AND id < :below AND (NOT :failing OR (state = 'WAITING' AND failures > 0))
       ORDER BY id DESC LIMIT :most
      """;
  private static final String COUNTS =
      """
      SELECT COUNT(*) AS waiting, COALESCE(SUM(failures > 0), 0) AS failing, MIN(at) AS oldest
        FROM hook_message WHERE hook_id = :hookId AND state = 'WAITING'
      """;
  private static final String NOW =
      "UPDATE hook_message SET due_at = :now WHERE hook_id = :hookId AND due_at > :now";
  private static final String AGAIN =
      """
      UPDATE hook_message SET due_at = :now
       WHERE id = :id AND hook_id = :hookId AND (due_at > :now OR state = 'TOLD')
      """;
  private static final String FORGET =
      "DELETE FROM hook_message WHERE settled_at < :before LIMIT :most";

  private static final String REMOVED = "SELECT id FROM hook WHERE removed_at IS NOT NULL";
  // By the number of the hook: named by a subquery, all messages would be read and locked.
  private static final String FORGET_MESSAGES =
      "DELETE FROM hook_message WHERE hook_id = :hookId LIMIT :most";
  private static final String FORGET_QUEUES =
      "DELETE FROM hook_queue WHERE hook_id = :hookId LIMIT :most";

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  HookMessageStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  void happened(Collection<HookHappening> all) {
    batch.batchUpdate(
        HAPPENED,
        all.stream()
            .map(
                one ->
                    new MapSqlParameterSource("at", Utc.bind(one.at()))
                        .addValue("kind", one.kind().name())
                        .addValue("personId", one.personId().orElse(null))
                        .addValue("offerId", one.offerId().orElse(null))
                        .addValue("detail", shortened(one.detail())))
            .toArray(SqlParameterSource[]::new));
  }

  private static String shortened(String words) {
    return words.length() > MOST_ANSWER ? words.substring(0, MOST_ANSWER) : words;
  }

  /** Whether it is this transaction's turn to make messages. */
  boolean takesTurn() {
    return db.sql(TURN).query(Long.class).optional().isPresent();
  }

  List<HookHappening> happenings(int most) {
    return db.sql(HAPPENINGS)
        .param("most", most)
        .query(
            (row, n) ->
                new HookHappening(
                    row.getLong("id"),
                    Utc.read(row, "at"),
                    HookKind.valueOf(row.getString("kind")),
                    Optional.ofNullable(row.getObject("person_id", Long.class)),
                    Optional.ofNullable(row.getObject("offer_id", Long.class)),
                    row.getString("detail")))
        .list();
  }

  Optional<Instant> oldestHappening() {
    return db.sql(OLDEST_HAPPENING).query((row, n) -> Utc.read(row, "at")).optional();
  }

  void forget(Collection<HookHappening> all) {
    db.sql("DELETE FROM hook_happening WHERE id IN (:ids)")
        .param("ids", all.stream().map(HookHappening::id).toList())
        .update();
  }

  /** A message to be told, behind those about the same person that wait already. */
  record New(
      long hookId,
      String messageId,
      Optional<Long> personId,
      HookKind kind,
      Instant at,
      String body) {}

  /** A hook's messages about one person. */
  private record Queue(long hookId, long personId) {}

  private static Optional<Queue> queue(New message) {
    return message.personId().map(person -> new Queue(message.hookId(), person));
  }

  /**
   * Adds them in their order; of those about one person, the first is due if none waited before.
   */
  void addAll(List<New> all, Instant now) {
    Map<Queue, Long> more = new TreeMap<>(IN_ORDER);
    all.forEach(one -> queue(one).ifPresent(queue -> more.merge(queue, 1L, Long::sum)));
    // The queues' rows first: whoever settles one of their messages waits, or has gone before.
    batch.batchUpdate(
        QUEUE,
        more.entrySet().stream()
            .map(
                one ->
                    new MapSqlParameterSource("hookId", one.getKey().hookId())
                        .addValue("personId", one.getKey().personId())
                        .addValue("more", one.getValue()))
            .toArray(SqlParameterSource[]::new));
    Set<Queue> busy = busyBefore(more);
    batch.batchUpdate(
        ADD,
        all.stream()
            .map(
                one ->
                    new MapSqlParameterSource("hookId", one.hookId())
                        .addValue("messageId", one.messageId())
                        .addValue("personId", one.personId().orElse(null))
                        .addValue("kind", one.kind().name())
                        .addValue("at", Utc.bind(one.at()))
                        .addValue("body", one.body())
                        // The first of a queue that was empty makes it busy.
                        .addValue(
                            "dueAt", queue(one).map(busy::add).orElse(true) ? Utc.bind(now) : null))
            .toArray(SqlParameterSource[]::new));
  }

  private Set<Queue> busyBefore(Map<Queue, Long> more) {
    Set<Queue> busy = new HashSet<>();
    if (more.isEmpty()) {
      return busy;
    }
    db.sql(QUEUES)
        .param("hooks", more.keySet().stream().map(Queue::hookId).distinct().toList())
        .param("people", more.keySet().stream().map(Queue::personId).distinct().toList())
        .query(
            row -> {
              Queue queue = new Queue(row.getLong("hook_id"), row.getLong("person_id"));
              if (row.getLong("waiting") > more.getOrDefault(queue, 0L)) {
                busy.add(queue);
              }
            });
    return busy;
  }

  /** Some that are due, taken in hand until a lease ends. */
  List<HookMessage> claim(long hookId, Instant now, Instant leaseEnds, int most) {
    List<Long> ids =
        db.sql(DUE)
            .param("hookId", hookId)
            .param("now", Utc.bind(now))
            .param("most", most)
            .query(Long.class)
            .list();
    if (ids.isEmpty()) {
      return List.of();
    }
    db.sql(CLAIM).param("leaseEnds", Utc.bind(leaseEnds)).param("ids", ids).update();
    return db.sql("SELECT * FROM hook_message WHERE id IN (:ids) ORDER BY id")
        .param("ids", ids)
        .query(HookMessageStore::read)
        .list();
  }

  /** What was answered when one was tried. */
  record Tried(HookMessage message, Instant at, int status, String answer, int tookMs) {}

  private static MapSqlParameterSource tried(Tried tried) {
    return new MapSqlParameterSource("id", tried.message().id())
        .addValue("claim", tried.message().claim())
        .addValue("triedAt", Utc.bind(tried.at()))
        .addValue("status", tried.status())
        .addValue("answer", shortened(tried.answer()))
        .addValue("tookMs", tried.tookMs());
  }

  /**
   * These were taken: whatever waits behind each is due. What somebody else has in hand by now is
   * left alone.
   */
  void settle(List<Tried> all, Instant now) {
    int[] settled =
        batch.batchUpdate(
            SETTLE,
            all.stream()
                .map(one -> tried(one).addValue("now", Utc.bind(now)))
                .toArray(SqlParameterSource[]::new));
    List<MapSqlParameterSource> queues = new ArrayList<>();
    for (int i = 0; i < settled.length; i++) {
      HookMessage message = all.get(i).message();
      boolean waited = message.state() == HookMessage.State.WAITING;
      if (settled[i] != 0 && waited && message.personId().isPresent()) {
        queues.add(
            new MapSqlParameterSource("hookId", message.hookId())
                .addValue("personId", message.personId().get())
                .addValue("now", Utc.bind(now)));
      }
    }
    if (!queues.isEmpty()) {
      SqlParameterSource[] rows =
          queues.stream()
              .sorted(Comparator.comparing(row -> (Long) row.getValue("personId")))
              .toArray(SqlParameterSource[]::new);
      // The queue's row first: whoever adds a message meanwhile waits, and finds it as it is then.
      batch.batchUpdate(UNQUEUE, rows);
      batch.batchUpdate(NEXT, rows);
      batch.batchUpdate(EMPTY, rows);
    }
  }

  void postpone(Tried tried, Instant dueAt) {
    db.sql(POSTPONE).paramSource(tried(tried).addValue("dueAt", Utc.bind(dueAt))).update();
  }

  /** Newest first, below one of them. */
  List<HookMessage> page(long hookId, long below, boolean onlyFailing, int most) {
    return db.sql(PAGE)
        .param("hookId", hookId)
        .param("below", below)
        .param("failing", onlyFailing)
        .param("most", most)
        .query(HookMessageStore::read)
        .list();
  }

  Optional<HookMessage> find(long hookId, long id) {
    return db.sql("SELECT * FROM hook_message WHERE id = :id AND hook_id = :hookId")
        .param("id", id)
        .param("hookId", hookId)
        .query(HookMessageStore::read)
        .optional();
  }

  Hooks.HookStanding counts(long hookId) {
    return db.sql(COUNTS)
        .param("hookId", hookId)
        .query(
            (row, n) ->
                new Hooks.HookStanding(
                    row.getLong("waiting"),
                    row.getLong("failing"),
                    Utc.readOptional(row, "oldest")))
        .single();
  }

  /** All that waits for its time is due now. */
  int dueNow(long hookId, Instant now) {
    return db.sql(NOW).param("hookId", hookId).param("now", Utc.bind(now)).update();
  }

  /**
   * Due now, also if it was told already: then it waits for nobody, and nobody for it. What stands
   * behind another about the same person keeps its turn.
   */
  void again(long hookId, long id, Instant now) {
    db.sql(AGAIN).param("id", id).param("hookId", hookId).param("now", Utc.bind(now)).update();
  }

  @Override
  public KeptKind kind() {
    return KeptKind.CONNECTION_LOGS;
  }

  @Override
  public int forget(Instant before, int most) {
    return db.sql(FORGET).param("before", Utc.bind(before)).param("most", most).update();
  }

  /** Forgets some of what belonged to hooks that were removed; returns how much. */
  int forgetRemoved(int most) {
    int forgotten = 0;
    for (long hookId : db.sql(REMOVED).query(Long.class).list()) {
      for (String sql : List.of(FORGET_MESSAGES, FORGET_QUEUES)) {
        forgotten += db.sql(sql).param("hookId", hookId).param("most", most).update();
      }
    }
    return forgotten;
  }

  private static HookMessage read(ResultSet row, int n) throws SQLException {
    return new HookMessage(
        row.getLong("id"),
        row.getLong("hook_id"),
        row.getString("message_id"),
        Optional.ofNullable(row.getObject("person_id", Long.class)),
        HookKind.valueOf(row.getString("kind")),
        Utc.read(row, "at"),
        row.getString("body"),
        HookMessage.State.valueOf(row.getString("state")),
        Utc.readOptional(row, "due_at"),
        row.getLong("claim"),
        row.getInt("failures"),
        Utc.readOptional(row, "tried_at"),
        Optional.ofNullable(row.getObject("status", Integer.class)),
        Optional.ofNullable(row.getString("answer")),
        Optional.ofNullable(row.getObject("took_ms", Integer.class)));
  }
}
