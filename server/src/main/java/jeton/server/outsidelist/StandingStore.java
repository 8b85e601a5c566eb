package jeton.server.outsidelist;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jeton.core.upkeep.KeptKind;
import jeton.server.database.Fading;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Where people stand at outside lists, and who is due. */
@Repository
class StandingStore implements Fading {
  private static final int MOST_ANSWER = 500;
  private static final int MOST_REQUEST = 4_000;

  /** What is in hand meanwhile is told once more. */
  private static final String DUE =
      """
      INSERT INTO handing_on (list_id, person_id, state, due_at) VALUES (:listId, :personId, 'NEW', :now)
          ON DUPLICATE KEY UPDATE due_at = :now, failures = 0, claim = claim + 1
      """;

  private static final String DUE_IF_THERE =
      """
      UPDATE handing_on SET due_at = :now, failures = 0, claim = claim + 1
       WHERE person_id IN (:people) AND (handed_at IS NOT NULL OR due_at IS NOT NULL)
      """;
  private static final String DUE_WHO_LEFT =
      """
      UPDATE handing_on h JOIN person p ON p.id = h.person_id
         SET h.due_at = :now, h.failures = 0, h.claim = h.claim + 1
       WHERE h.list_id = :listId AND h.state = 'THERE' AND p.email_key IN (:keys)
      """;
  private static final String SELECT_DUE =
      """
      SELECT person_id FROM handing_on WHERE list_id = :listId AND due_at <= :now
       ORDER BY due_at, person_id LIMIT :most FOR UPDATE SKIP LOCKED
      """;
  private static final String CLAIM =
      """
      UPDATE handing_on SET due_at = :leaseEnds, claim = claim + 1
       WHERE list_id = :listId AND person_id IN (:people)
      """;
  private static final String SOME =
      "SELECT * FROM handing_on WHERE list_id = :listId AND person_id IN (:people)";
  private static final String NOTE =
      """
      UPDATE handing_on
         SET state = :state, due_at = :dueAt, failures = :failures,
             handed_at = COALESCE(:handedAt, handed_at), tried_at = COALESCE(:triedAt, tried_at),
             request = COALESCE(:request, request), status = COALESCE(:status, status),
             answer = COALESCE(:answer, answer)
       WHERE list_id = :listId AND person_id = :personId AND claim = :claim
      """;
  private static final String FORGET =
      """
      DELETE FROM handing_on
       WHERE list_id = :listId AND person_id = :personId AND claim = :claim AND state = 'NEW'
      """;
  private static final String REMOVED = "SELECT id FROM outside_list WHERE removed_at IS NOT NULL";
  // By the number of the list: named by a subquery, all rows would be read and locked.
  private static final String FORGET_REMOVED =
      "DELETE FROM handing_on WHERE list_id = :listId LIMIT :most";
  private static final String LISTS = "SELECT id FROM outside_list";
  private static final String FORGET_WORDS =
      """
      UPDATE handing_on SET request = NULL, answer = NULL
       WHERE list_id = :listId AND tried_at < :before AND (request IS NOT NULL OR answer IS NOT NULL)
       LIMIT :most
      """;
  private static final String HAS_LEFT =
      """
      UPDATE handing_on SET state = 'LEFT', due_at = NULL
       WHERE list_id = :listId AND person_id = :personId
      """;
  private static final String CONFIRMED =
      """
      SELECT person_id, MAX(confirmed_at) AS at FROM sign_up
       WHERE person_id IN (:people) AND confirmed_at IS NOT NULL GROUP BY person_id
      """;

  private static final String COUNTS =
      """
      SELECT state, due_at IS NOT NULL AS due, COUNT(*) AS n
        FROM handing_on WHERE list_id = :listId GROUP BY state, due_at IS NOT NULL
      """;
  private static final String PAGE =
      """
      SELECT h.*, p.email FROM handing_on h JOIN person p ON p.id = h.person_id
       WHERE h.list_id = :listId AND (:state = '' OR h.state = :state) AND h.tried_at IS NOT NULL
         AND (h.tried_at, h.person_id) < (:before, :below)
       ORDER BY h.tried_at DESC, h.person_id DESC LIMIT :most
      """;
  private static final String NOW =
      """
      UPDATE handing_on SET due_at = :now, failures = 0, claim = claim + 1
       WHERE list_id = :listId AND (due_at > :now OR state = 'REFUSED')
      """;

  /** Everybody on the list, of some offers or of all. */
  private static final String EVERYBODY =
      """
        FROM person p
       WHERE p.id > :after AND p.state = 'ON_THE_LIST' AND p.erased_at IS NULL AND p.merged_into IS NULL
         AND (:all OR EXISTS (SELECT 1 FROM sign_up s WHERE s.person_id = p.id AND s.offer_id IN (:offers)))
      """;

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  StandingStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  /** Something is to be told about these people. */
  void due(long listId, Collection<Long> people, Instant now) {
    batch.batchUpdate(
        DUE,
        people.stream()
            .sorted()
            .distinct()
            .map(
                id ->
                    new MapSqlParameterSource("listId", listId)
                        .addValue("personId", id)
                        .addValue("now", Utc.bind(now)))
            .toArray(SqlParameterSource[]::new));
  }

  /** The same, wherever these people were handed on to. */
  void dueWhereTheyAre(Collection<Long> people, Instant now) {
    db.sql(DUE_IF_THERE).param("people", people).param("now", Utc.bind(now)).update();
  }

  /** Those of these addresses that we put there. */
  int dueWhoLeft(long listId, Collection<String> emailKeys, Instant now) {
    return emailKeys.isEmpty()
        ? 0
        : db.sql(DUE_WHO_LEFT)
            .param("listId", listId)
            .param("keys", emailKeys)
            .param("now", Utc.bind(now))
            .update();
  }

  @Override
  public KeptKind kind() {
    return KeptKind.CONNECTION_LOGS;
  }

  /** That somebody is there stays; what was said about them goes. */
  @Override
  public int forget(Instant before, int most) {
    int forgotten = 0;
    for (long listId : db.sql(LISTS).query(Long.class).list()) {
      forgotten +=
          db.sql(FORGET_WORDS)
              .param("listId", listId)
              .param("before", Utc.bind(before))
              .param("most", most)
              .update();
    }
    return forgotten;
  }

  /** Some that are due, taken in hand until a lease ends. */
  List<Standing> claim(long listId, Instant now, Instant leaseEnds, int most) {
    List<Long> people =
        db.sql(SELECT_DUE)
            .param("listId", listId)
            .param("now", Utc.bind(now))
            .param("most", most)
            .query(Long.class)
            .list();
    if (people.isEmpty()) {
      return List.of();
    }
    db.sql(CLAIM)
        .param("listId", listId)
        .param("people", people)
        .param("leaseEnds", Utc.bind(leaseEnds))
        .update();
    return db.sql(SOME)
        .param("listId", listId)
        .param("people", people)
        .query(StandingStore::read)
        .list();
  }

  Optional<Standing> find(long listId, long personId) {
    return db.sql(SOME)
        .param("listId", listId)
        .param("people", Set.of(personId))
        .query(StandingStore::read)
        .optional();
  }

  /** When these people last confirmed by a link. */
  Map<Long, Instant> confirmed(Collection<Long> people) {
    Map<Long, Instant> all = new HashMap<>();
    db.sql(CONFIRMED)
        .param("people", people)
        .query(
            row -> {
              all.put(row.getLong("person_id"), Utc.read(row, "at"));
            });
    return all;
  }

  /**
   * What came of one that was in hand.
   *
   * @param dueAt when it is tried again
   * @param handedAt when they were written there just now
   * @param asked what was asked and answered, if anything was
   */
  record Outcome(
      Standing standing,
      Standing.State state,
      Optional<Instant> dueAt,
      int failures,
      Optional<Instant> handedAt,
      Optional<Instant> at,
      Optional<Exchange> asked) {}

  /** What has changed meanwhile stays due. */
  void note(Outcome outcome) {
    db.sql(NOTE)
        .param("listId", outcome.standing().listId())
        .param("personId", outcome.standing().personId())
        .param("claim", outcome.standing().claim())
        .param("state", outcome.state().name())
        .param("dueAt", Utc.bind(outcome.dueAt()))
        .param("failures", outcome.failures())
        .param("handedAt", Utc.bind(outcome.handedAt()))
        .param("triedAt", Utc.bind(outcome.at()))
        .param("request", outcome.asked().map(one -> cut(one.request(), MOST_REQUEST)).orElse(null))
        .param("status", outcome.asked().map(Exchange::status).orElse(null))
        .param("answer", outcome.asked().map(one -> cut(one.answer(), MOST_ANSWER)).orElse(null))
        .update();
  }

  private static String cut(String words, int most) {
    return words.length() > most ? words.substring(0, most) : words;
  }

  /** Nothing is to be told about them, and nothing ever was. */
  void forget(Standing standing) {
    db.sql(FORGET)
        .param("listId", standing.listId())
        .param("personId", standing.personId())
        .param("claim", standing.claim())
        .update();
  }

  /**
   * Forgets some of what belongs to lists that were removed.
   *
   * @return how much
   */
  int forgetRemoved(int most) {
    int forgotten = 0;
    for (long listId : db.sql(REMOVED).query(Long.class).list()) {
      forgotten += db.sql(FORGET_REMOVED).param("listId", listId).param("most", most).update();
    }
    return forgotten;
  }

  /** They left there, and the service need not be told. */
  void hasLeft(long listId, long personId) {
    db.sql(HAS_LEFT).param("listId", listId).param("personId", personId).update();
  }

  Standing.StandingCounts counts(long listId) {
    Map<Standing.State, Long> settled = new HashMap<>();
    long[] waiting = {0};
    db.sql(COUNTS)
        .param("listId", listId)
        .query(
            row -> {
              if (row.getBoolean("due")) {
                waiting[0] += row.getLong("n");
              }
              settled.merge(
                  Standing.State.valueOf(row.getString("state")), row.getLong("n"), Long::sum);
            });
    return new Standing.StandingCounts(
        settled.getOrDefault(Standing.State.THERE, 0L),
        waiting[0],
        settled.getOrDefault(Standing.State.LEFT, 0L),
        settled.getOrDefault(Standing.State.LET_BE, 0L),
        settled.getOrDefault(Standing.State.REFUSED, 0L));
  }

  /** How many wait, counted up to a number. */
  long waiting(long listId, int most) {
    return db.sql(
            "SELECT COUNT(*) FROM (SELECT 1 FROM handing_on WHERE list_id = :listId AND due_at IS NOT NULL LIMIT :most) w")
        .param("listId", listId)
        .param("most", most)
        .query(Long.class)
        .single();
  }

  /** Somebody who was tried, as the log shows it. */
  record Line(Standing standing, String email) {}

  /** Those tried last first, before a moment and a person. */
  List<Line> page(
      long listId, Optional<Standing.State> state, Instant before, long below, int most) {
    return db.sql(PAGE)
        .param("listId", listId)
        .param("state", state.map(Enum::name).orElse(""))
        .param("before", Utc.bind(before))
        .param("below", below)
        .param("most", most)
        .query((row, n) -> new Line(read(row, n), row.getString("email")))
        .list();
  }

  /** All that wait for their time, and those refused, are due now. */
  void dueNow(long listId, Instant now) {
    db.sql(NOW).param("listId", listId).param("now", Utc.bind(now)).update();
  }

  long everybody(Collection<Long> offers) {
    return everybody("SELECT COUNT(*)" + EVERYBODY, offers, 0).query(Long.class).single();
  }

  /** The next of them, after one. */
  List<Long> everybodyAfter(Collection<Long> offers, long after, int most) {
    return everybody("SELECT p.id" + EVERYBODY + " ORDER BY p.id LIMIT :most", offers, after)
        .param("most", most)
        .query(Long.class)
        .list();
  }

  private JdbcClient.StatementSpec everybody(String sql, Collection<Long> offers, long after) {
    return db.sql(sql)
        .param("after", after)
        .param("all", offers.isEmpty())
        .param("offers", offers.isEmpty() ? Set.of(0L) : offers);
  }

  private static Standing read(ResultSet row, int n) throws SQLException {
    return new Standing(
        row.getLong("list_id"),
        row.getLong("person_id"),
        Standing.State.valueOf(row.getString("state")),
        Utc.readOptional(row, "due_at"),
        row.getLong("claim"),
        row.getInt("failures"),
        Utc.readOptional(row, "handed_at"),
        Utc.readOptional(row, "tried_at"),
        Optional.ofNullable(row.getString("request")),
        Optional.ofNullable(row.getObject("status", Integer.class)),
        Optional.ofNullable(row.getString("answer")));
  }
}
