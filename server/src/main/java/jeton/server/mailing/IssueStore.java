package jeton.server.mailing;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.mailing.MailingSettings;
import jeton.core.mailing.TwoSubjects;
import jeton.core.segment.Criterion;
import jeton.core.trial.Trial;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import jeton.server.segment.CriterionSql;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** What has gone out to many, and its readers in the outbox. */
@Repository
class IssueStore {
  private static final String COLUMNS =
      """
      SELECT id, mailing_id, number, list_id, settings, question, planned_at, begun_at, state, after_id, last_id, people,
             decide_at, chosen, trouble
        FROM issue
      """;
  private static final String ADD =
      """
      INSERT INTO issue (mailing_id, number, list_id, settings, question, planned_at, begun_at, state, last_id, decide_at)
      VALUES (:mailingId, :number, :listId, :settings, :question, :plannedAt, :now, 'BEGUN',
              (SELECT COALESCE(MAX(id), 0) FROM person), NULL)
      """;
  private static final String LOCK =
      COLUMNS + " WHERE state = :state ORDER BY id LIMIT 1 FOR UPDATE SKIP LOCKED";

  // A page of people by their numbers. Those who are in the outbox for it already stay as they are:
  // whatever stopped the page before, it can be put in again.
  private static final String FILL_HEAD =
      """
      INSERT IGNORE INTO outbox (message_id, kind, urgent, person_id, state, due_at, try_at, held, created_at, issue_id,
                                 version)
      SELECT CONCAT('<', MD5(CONCAT(:salt, p.id)), '@', :domain, '>'), 'MAILING', FALSE, p.id, 'WAITING',
             %1$s, CASE WHEN %2$s THEN NULL ELSE %1$s END, %2$s, :now, :issueId, %3$s
        FROM person p
        JOIN list_member m ON m.person_id = p.id AND m.list_id = :listId AND m.left_at IS NULL
        LEFT JOIN issue_zone z ON z.issue_id = :issueId AND z.zone = p.zone
       WHERE p.id > :after AND p.id <= :upTo AND p.state = 'ON_THE_LIST' AND %4$s
      """;
  private static final String BUCKET =
      "MOD(CAST(CONV(LEFT(SHA2(CONCAT(:trial%1$s, '\\n', p.id), 256), 16), 16, 10) AS UNSIGNED), 10000)";
  private static final String LAST_SENT =
      """
      GREATEST(COALESCE((SELECT MAX(COALESCE(t.sent_at, t.at))
                           FROM run r JOIN run_step t ON t.run_id = r.id AND NOT t.skipped
                          WHERE r.person_id = p.id), '1970-01-01'),
               COALESCE((SELECT MAX(COALESCE(b.settled_at, b.due_at)) FROM outbox b
                          WHERE b.person_id = p.id AND b.kind = 'MAILING' AND b.issue_id <> :issueId
                            AND b.state IN ('WAITING', 'SENT')), '1970-01-01')) + INTERVAL :spacing SECOND
      """;
  private static final String FILLED =
      "UPDATE issue SET after_id = :after, people = people + :added, state = :state WHERE id = :id";
  private static final String COUNTS =
      """
      SELECT o.issue_id, COALESCE(o.version, 'A') AS version,
             SUM(o.state = 'WAITING') AS waiting, SUM(o.state = 'SENT') AS sent,
             SUM(o.state IN ('REFUSED', 'GIVEN_UP')) AS failed, SUM(o.state = 'DROPPED') AS dropped,
             SUM(g.opened_at IS NOT NULL OR g.clicked_at IS NOT NULL) + COALESCE(MAX(f.opened), 0) AS opened,
             SUM(g.opened_at IS NULL AND g.clicked_at IS NULL AND g.machine_opened_at IS NOT NULL)
               + COALESCE(MAX(f.machine_opened), 0) AS machine,
             SUM(g.clicked_at IS NOT NULL) + COALESCE(MAX(f.clicked), 0) AS clicked,
             SUM(g.left_at IS NOT NULL) + COALESCE(MAX(f.gone), 0) AS gone,
             MAX(CASE WHEN o.state = 'WAITING' THEN o.due_at END) AS last_due
        FROM outbox o
        LEFT JOIN email_reading g ON g.outbox_id = o.id
        LEFT JOIN forgotten_reading f
          ON f.kind = 'MAILING' AND f.source_id = o.issue_id AND f.version = COALESCE(o.version, 'A')
       WHERE o.issue_id IN (:ids)
       GROUP BY o.issue_id, COALESCE(o.version, 'A')
      """;
  private static final String WAITING =
      "SELECT COUNT(*) FROM (SELECT 1 FROM outbox WHERE issue_id = :id AND state = 'WAITING' LIMIT 1) one";
  private static final String HOLD =
      """
      UPDATE outbox SET held = TRUE, try_at = NULL
       WHERE issue_id = :id AND person_id > :after AND person_id <= :upTo AND state = 'WAITING'
      """;
  private static final String LET_GO =
      """
      UPDATE outbox SET held = FALSE, try_at = GREATEST(due_at, :now)
       WHERE issue_id = :id AND person_id > :after AND person_id <= :upTo AND state = 'WAITING' AND held
         AND version IS NOT NULL
      """;
  private static final String DROP =
      """
      UPDATE outbox
         SET state = 'DROPPED', settled_at = :now, try_at = NULL, claim = NULL, held = FALSE
       WHERE issue_id = :id AND person_id > :after AND person_id <= :upTo AND state = 'WAITING'
      """;
  private static final String GIVE_VERSION =
      """
      UPDATE outbox SET version = :version, held = FALSE, try_at = GREATEST(due_at, :now)
       WHERE issue_id = :id AND person_id > :after AND person_id <= :upTo AND state = 'WAITING' AND version IS NULL
      """;

  private final JdbcClient db;
  private final Documents documents;

  IssueStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  /** What a set-off keeps. */
  record Begun(
      Mailing mailing,
      int number,
      long listId,
      MailingSettings settings,
      Criterion.Group question,
      Instant plannedAt) {}

  /** How a page of readers is put into the outbox. */
  record Page(Issue issue, CriterionSql.Where where, long upTo, Fill fill) {}

  /**
   * What is the same for all pages.
   *
   * @param salt makes Message-IDs nobody can guess
   */
  record Fill(String salt, String domain, Duration spacing, Instant now) {}

  long add(Begun begun, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("mailingId", begun.mailing().id())
        .param("number", begun.number())
        .param("listId", begun.listId())
        .param("settings", documents.write(begun.settings()))
        .param("question", documents.write(begun.question()))
        .param("plannedAt", Utc.bind(begun.plannedAt()))
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  /** One in a state; locked until the transaction ends, and passed over by others. */
  Optional<Issue> lock(Issue.State state) {
    return db.sql(LOCK).param("state", state.name()).query(this::issue).optional();
  }

  Optional<Issue> lock(long id) {
    return db.sql(COLUMNS + " WHERE id = :id FOR UPDATE")
        .param("id", id)
        .query(this::issue)
        .optional();
  }

  List<Issue> in(Issue.State state) {
    return db.sql(COLUMNS + " WHERE state = :state ORDER BY id")
        .param("state", state.name())
        .query(this::issue)
        .list();
  }

  List<Issue> stoppedSince(Instant since) {
    return db.sql(COLUMNS + " WHERE state = 'STOPPED' AND begun_at > :since")
        .param("since", Utc.bind(since))
        .query(this::issue)
        .list();
  }

  List<Issue> ofMailings(Collection<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : db.sql(COLUMNS + " WHERE mailing_id IN (:ids) ORDER BY id DESC")
            .param("ids", ids)
            .query(this::issue)
            .list();
  }

  Map<Long, Issue> byIds(Collection<Long> ids) {
    Map<Long, Issue> issues = new HashMap<>();
    db.sql(COLUMNS + " WHERE id IN (:ids)")
        .param("ids", ids)
        .query(this::issue)
        .list()
        .forEach(issue -> issues.put(issue.id(), issue));
    return issues;
  }

  /** Only the states: contents never change once readers are put into the outbox. */
  Map<Long, Issue.State> states(Collection<Long> ids) {
    Map<Long, Issue.State> states = new HashMap<>();
    db.sql("SELECT id, state FROM issue WHERE id IN (:ids)")
        .param("ids", ids)
        .query(
            row -> {
              states.put(row.getLong("id"), Issue.State.valueOf(row.getString("state")));
            });
    return states;
  }

  /** The newest entry that the mailing has sent of its feeds, by its going-out before. */
  Optional<Instant> newestBefore(long mailingId, long issueId) {
    return db.sql(
            "SELECT MAX(newest) AS newest FROM issue WHERE mailing_id = :mailing AND id < :id")
        .param("mailing", mailingId)
        .param("id", issueId)
        .query((row, n) -> Utc.readOptional(row, "newest"))
        .single();
  }

  /** Keeps what it says for good. False when another instance was first. */
  boolean prepared(
      long id,
      MailingSettings settings,
      Issue.State state,
      Optional<Instant> newest,
      String trouble) {
    return 1
        == db.sql(
                "UPDATE issue SET settings = :settings, state = :state, newest = :newest, trouble = NULLIF(:trouble, '')"
                    + " WHERE id = :id AND state = 'BEGUN'")
            .param("id", id)
            .param("settings", documents.over(db, "issue", "settings", id, settings))
            .param("state", state.name())
            .param("newest", Utc.bind(newest))
            .param("trouble", trouble)
            .update();
  }

  void addZone(long id, String zone, Instant dueAt) {
    db.sql("INSERT IGNORE INTO issue_zone (issue_id, zone, due_at) VALUES (:id, :zone, :dueAt)")
        .param("id", id)
        .param("zone", zone)
        .param("dueAt", Utc.bind(dueAt))
        .update();
  }

  List<String> allZones() {
    return db.sql("SELECT DISTINCT zone FROM person WHERE zone IS NOT NULL")
        .query(String.class)
        .list();
  }

  /**
   * Puts a page of readers into the outbox.
   *
   * @param dueAt for whoever has no zone of their own
   * @return how many
   */
  int fill(Page page, Instant dueAt) {
    Issue issue = page.issue();
    String trial = "issue-" + issue.id();
    Optional<TwoSubjects> two = issue.settings().subjects();
    String due = "COALESCE(z.due_at, :dueAt)";
    boolean spaced = !page.fill().spacing().isZero();
    String whenDue = spaced ? "GREATEST(" + due + ", " + LAST_SENT + ")" : due;
    String waits = two.filter(TwoSubjects::waits).map(t -> waits()).orElse("FALSE");
    String sql = FILL_HEAD.formatted(whenDue, waits, version(two), page.where().sql());
    Map<String, Object> params = new HashMap<>(page.where().params());
    params.put("trial", trial);
    params.put("trialTried", trial + "/tried");
    two.ifPresent(
        t -> {
          params.put("shareOfA", t.shareOfA());
          params.put("tried", t.tried());
        });
    params.put("salt", page.fill().salt());
    params.put("domain", page.fill().domain());
    params.put("spacing", page.fill().spacing().toSeconds());
    params.put("dueAt", Utc.bind(dueAt));
    params.put("now", Utc.bind(page.fill().now()));
    params.put("issueId", issue.id());
    params.put("listId", issue.listId());
    params.put("after", issue.afterId());
    params.put("upTo", page.upTo());
    return db.sql(sql).params(params).update();
  }

  private static String waits() {
    return "(" + BUCKET.formatted("Tried") + " >= :tried)";
  }

  /** As core's Trial has it; nothing for whoever waits for the better one. */
  private static String version(Optional<TwoSubjects> two) {
    if (two.isEmpty()) {
      return "'A'";
    }
    String which = "CASE WHEN " + BUCKET.formatted("") + " < :shareOfA THEN 'A' ELSE 'B' END";
    return two.get().waits() ? "CASE WHEN " + waits() + " THEN NULL ELSE " + which + " END" : which;
  }

  void filled(long id, long after, int added, Issue.State state) {
    db.sql(FILLED)
        .param("id", id)
        .param("after", after)
        .param("added", added)
        .param("state", state.name())
        .update();
  }

  void state(long id, Issue.State state) {
    db.sql(
            """
            UPDATE issue
               SET state = :state, decide_at = CASE WHEN :state IN ('DONE', 'STOPPED') THEN NULL ELSE decide_at END
             WHERE id = :id
            """)
        .param("id", id)
        .param("state", state.name())
        .update();
  }

  void decideAt(long id, Instant at) {
    db.sql("UPDATE issue SET decide_at = :at WHERE id = :id")
        .param("id", id)
        .param("at", Utc.bind(at))
        .update();
  }

  Optional<Instant> nextDecision() {
    return db.sql("SELECT MIN(decide_at) AS next FROM issue")
        .query((row, n) -> Utc.readOptional(row, "next"))
        .single();
  }

  List<Long> toDecide(Instant now) {
    return db.sql("SELECT id FROM issue WHERE decide_at <= :now ORDER BY id")
        .param("now", Utc.bind(now))
        .query(Long.class)
        .list();
  }

  void decided(long id, Trial.Version better) {
    db.sql("UPDATE issue SET chosen = :better, decide_at = NULL WHERE id = :id")
        .param("id", id)
        .param("better", better.name())
        .update();
  }

  /** Those whose rest has not got the better version yet. */
  List<Issue> withRest() {
    return db.sql(
            COLUMNS
                + " WHERE chosen IS NOT NULL AND state = 'SENDING' AND EXISTS"
                + " (SELECT 1 FROM outbox o WHERE o.issue_id = issue.id AND o.version IS NULL AND o.state = 'WAITING')")
        .query(this::issue)
        .list();
  }

  boolean anyWaiting(long id) {
    return 0 < db.sql(WAITING).param("id", id).query(Long.class).single();
  }

  int hold(long id, long after, long upTo) {
    return page(HOLD, id, after, upTo).update();
  }

  int letGo(long id, long after, long upTo, Instant now) {
    return page(LET_GO, id, after, upTo).param("now", Utc.bind(now)).update();
  }

  int drop(long id, long after, long upTo, Instant now) {
    return page(DROP, id, after, upTo).param("now", Utc.bind(now)).update();
  }

  int giveVersion(long id, long after, long upTo, String version, Instant now) {
    return page(GIVE_VERSION, id, after, upTo)
        .param("version", version)
        .param("now", Utc.bind(now))
        .update();
  }

  private JdbcClient.StatementSpec page(String sql, long id, long after, long upTo) {
    return db.sql(sql).param("id", id).param("after", after).param("upTo", upTo);
  }

  /** Counts by issue and version. */
  Map<Long, Map<String, IssueNumbers>> numbers(Collection<Long> ids) {
    Map<Long, Map<String, IssueNumbers>> numbers = new HashMap<>();
    if (!ids.isEmpty()) {
      db.sql(COUNTS)
          .param("ids", ids)
          .query(
              row -> {
                numbers
                    .computeIfAbsent(row.getLong("issue_id"), id -> new HashMap<>())
                    .put(
                        row.getString("version"),
                        new IssueNumbers(
                            row.getLong("waiting"),
                            row.getLong("sent"),
                            row.getLong("failed"),
                            row.getLong("dropped"),
                            row.getLong("opened"),
                            row.getLong("machine"),
                            row.getLong("clicked"),
                            row.getLong("gone"),
                            Utc.readOptional(row, "last_due")));
              });
    }
    return numbers;
  }

  private Issue issue(ResultSet row, int n) throws SQLException {
    return new Issue(
        row.getLong("id"),
        row.getLong("mailing_id"),
        row.getInt("number"),
        row.getLong("list_id"),
        documents.read(row.getString("settings"), MailingSettings.class),
        documents.read(row.getString("question"), Criterion.Group.class),
        Utc.read(row, "planned_at"),
        Utc.read(row, "begun_at"),
        Issue.State.valueOf(row.getString("state")),
        row.getLong("after_id"),
        row.getLong("last_id"),
        row.getLong("people"),
        Utc.readOptional(row, "decide_at"),
        Optional.ofNullable(row.getString("chosen")),
        Optional.ofNullable(row.getString("trouble")));
  }
}
