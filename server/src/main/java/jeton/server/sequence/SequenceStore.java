package jeton.server.sequence;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.email.EmailContent;
import jeton.core.followup.SequenceRules;
import jeton.core.followup.Step;
import jeton.core.followup.StepRules;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Sequences and their steps. A deleted step keeps its row and its rank (T9). */
@Repository
class SequenceStore {
  private static final String ADD =
      "INSERT INTO sequence (offer_id, name, version) VALUES (:offerId, :name, 1)";

  private static final String FOLLOWS =
      "UPDATE offer SET sequence_id = :sequenceId WHERE id = :offerId";

  private static final String SELECT =
      "SELECT s.id, s.offer_id, s.name, s.version, s.rules, s.paused_at FROM sequence s";

  private static final String OF_OFFER =
      SELECT + " JOIN offer o ON o.sequence_id = s.id WHERE o.id = :offerId";

  private static final String SAVE =
      """
      UPDATE sequence SET name = :name, rules = :rules, list_id = :listId, version = version + 1
       WHERE id = :id AND version = :version
      """;

  private static final String PAUSE =
      "UPDATE sequence SET paused_at = :at WHERE id = :id AND (paused_at IS NULL) = :wasGoing";

  private static final String LOCK = "SELECT id FROM sequence WHERE id = :id FOR UPDATE";

  private static final String STEPS =
      """
      SELECT t.id, t.sequence_id, t.`rank`, t.ready, t.rules, t.email_id, e.version, e.content
        FROM step t
        JOIN email e ON e.id = t.email_id
       WHERE t.sequence_id IN (:ids) AND t.deleted_at IS NULL
       ORDER BY t.`rank`
      """;

  private static final String ADD_STEP =
      """
      INSERT INTO step (sequence_id, `rank`, ready, rules, email_id)
      VALUES (:sequenceId, :rank, :ready, :rules, :emailId)
      """;

  // One that was taken out comes back with who had it already, as when the removal is undone.
  private static final String SAVE_STEP =
      """
      UPDATE step
         SET `rank` = :rank, ready = :ready, rules = :rules, email_id = :emailId, deleted_at = NULL
       WHERE id = :id AND sequence_id = :sequenceId
      """;

  private static final String DELETE_STEP = "UPDATE step SET deleted_at = :now WHERE id = :id";

  private static final String CONTENTS =
      """
      SELECT t.id, e.id AS email_id, e.content
        FROM step t
        JOIN email e ON e.id = t.email_id
       WHERE t.id IN (:ids) AND t.ready AND t.deleted_at IS NULL
      """;

  private static final String PAUSED_STEPS =
      """
      SELECT t.id
        FROM step t
        JOIN sequence s ON s.id = t.sequence_id
       WHERE t.id IN (:ids) AND s.paused_at IS NOT NULL
      """;
  private static final String OFFERS = "SELECT id FROM offer WHERE sequence_id = :id ORDER BY id";

  private static final String USES =
      """
      SELECT t.email_id, COUNT(*) AS uses
        FROM step t
       WHERE t.deleted_at IS NULL AND t.email_id IN (:ids)
       GROUP BY t.email_id
      """;

  private final JdbcClient db;
  private final Documents documents;

  SequenceStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  long add(Optional<Long> offerId, String name) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD).param("offerId", offerId.orElse(null)).param("name", name).update(id);
    return id.getKey().longValue();
  }

  boolean follows(long offerId, long sequenceId) {
    return 1 == db.sql(FOLLOWS).param("offerId", offerId).param("sequenceId", sequenceId).update();
  }

  Optional<Sequence> ofOffer(long offerId) {
    return read(OF_OFFER, Map.of("offerId", offerId)).values().stream().findFirst();
  }

  Optional<Sequence> find(long id) {
    return Optional.ofNullable(byIds(List.of(id)).get(id));
  }

  Map<Long, Sequence> byIds(Collection<Long> ids) {
    return ids.isEmpty() ? Map.of() : read(SELECT + " WHERE s.id IN (:ids)", Map.of("ids", ids));
  }

  List<Sequence> all() {
    return read(SELECT, Map.of()).values().stream()
        .sorted(java.util.Comparator.comparing(Sequence::id))
        .toList();
  }

  /** Which sequence follows each offer. */
  Map<Long, Long> following() {
    Map<Long, Long> following = new HashMap<>();
    db.sql("SELECT id, sequence_id FROM offer WHERE sequence_id IS NOT NULL ORDER BY id")
        .query(
            row -> {
              following.put(row.getLong("id"), row.getLong("sequence_id"));
            });
    return following;
  }

  List<Long> offers(long id) {
    return db.sql(OFFERS).param("id", id).query(Long.class).list();
  }

  /** How many steps send each of these emails. */
  Map<Long, Long> uses(Collection<Long> emailIds) {
    Map<Long, Long> uses = new HashMap<>();
    if (!emailIds.isEmpty()) {
      db.sql(USES)
          .param("ids", emailIds)
          .query(
              row -> {
                uses.put(row.getLong("email_id"), row.getLong("uses"));
              });
    }
    return uses;
  }

  /** Locks the sequence until the transaction ends. False when somebody saved in between. */
  boolean save(long id, int version, SequenceDraft draft) {
    return 1
        == db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("name", draft.name())
            .param("rules", documents.over(db, "sequence", "rules", id, draft.rules()))
            .param("listId", draft.rules().listId())
            .update();
  }

  void lock(long id) {
    db.sql(LOCK).param("id", id).query(Long.class).optional();
  }

  /** False when it was so already. */
  boolean pause(long id, Optional<Instant> since) {
    return 1
        == db.sql(PAUSE)
            .param("id", id)
            .param("at", Utc.bind(since))
            .param("wasGoing", since.isPresent())
            .update();
  }

  void addStep(long sequenceId, long rank, SequenceDraft.StepDraft step, long emailId) {
    step(db.sql(ADD_STEP), sequenceId, rank, step)
        .param("rules", documents.write(step.rules()))
        .param("emailId", emailId)
        .update();
  }

  boolean saveStep(long sequenceId, long rank, SequenceDraft.StepDraft step, long emailId) {
    long id = step.id().orElseThrow();
    return 1
        == step(db.sql(SAVE_STEP), sequenceId, rank, step)
            .param("rules", documents.over(db, "step", "rules", id, step.rules()))
            .param("emailId", emailId)
            .param("id", id)
            .update();
  }

  void deleteStep(long id, Instant now) {
    db.sql(DELETE_STEP).param("id", id).param("now", Utc.bind(now)).update();
  }

  /** Which of these belong to a sequence that is paused. */
  Set<Long> pausedSteps(Collection<Long> stepIds) {
    return Set.copyOf(db.sql(PAUSED_STEPS).param("ids", stepIds).query(Long.class).list());
  }

  /** The lists that sequences are sent for. */
  Map<Long, Long> listsOf(Collection<Long> ids) {
    Map<Long, Long> lists = new HashMap<>();
    if (!ids.isEmpty()) {
      db.sql("SELECT id, list_id FROM sequence WHERE id IN (:ids)")
          .param("ids", ids)
          .query(
              row -> {
                lists.put(row.getLong("id"), row.getLong("list_id"));
              });
    }
    return lists;
  }

  /** The lists that steps' sequences are sent for, by step. */
  Map<Long, Long> lists(Collection<Long> stepIds) {
    Map<Long, Long> lists = new HashMap<>();
    db.sql(
            "SELECT t.id, s.list_id FROM step t JOIN sequence s ON s.id = t.sequence_id WHERE t.id IN (:ids)")
        .param("ids", stepIds)
        .query(
            row -> {
              lists.put(row.getLong("id"), row.getLong("list_id"));
            });
    return lists;
  }

  /** An email, and what it says. */
  record Said(long emailId, EmailContent content) {}

  /** What ready steps' emails say, by step; drafts and deleted ones are left out. */
  Map<Long, Said> contents(Collection<Long> stepIds) {
    if (stepIds.isEmpty()) {
      return Map.of();
    }
    // One object for each email, so that those who write it can tell that it is the same.
    Map<Long, Said> byEmail = new HashMap<>();
    Map<Long, Said> byStep = new HashMap<>();
    db.sql(CONTENTS)
        .param("ids", stepIds)
        .query(
            row -> {
              String json = row.getString("content");
              byStep.put(
                  row.getLong("id"),
                  byEmail.computeIfAbsent(
                      row.getLong("email_id"),
                      id -> new Said(id, documents.read(json, EmailContent.class))));
            });
    return byStep;
  }

  private static JdbcClient.StatementSpec step(
      JdbcClient.StatementSpec sql, long sequenceId, long rank, SequenceDraft.StepDraft step) {
    return sql.param("sequenceId", sequenceId).param("rank", rank).param("ready", step.ready());
  }

  private Map<Long, Sequence> read(String sql, Map<String, ?> params) {
    List<Sequence> bare = db.sql(sql).params(params).query(this::bare).list();
    if (bare.isEmpty()) {
      return Map.of();
    }
    record Owned(long sequenceId, Sequence.Email email) {}
    Map<Long, List<Sequence.Email>> steps =
        db
            .sql(STEPS)
            .param("ids", bare.stream().map(Sequence::id).toList())
            .query((row, n) -> new Owned(row.getLong("sequence_id"), email(row)))
            .list()
            .stream()
            .collect(
                Collectors.groupingBy(
                    Owned::sequenceId, Collectors.mapping(Owned::email, Collectors.toList())));
    return bare.stream()
        .map(s -> with(s, steps.getOrDefault(s.id(), List.of())))
        .collect(Collectors.toMap(Sequence::id, Function.identity()));
  }

  private static Sequence with(Sequence s, List<Sequence.Email> steps) {
    return new Sequence(s.id(), s.homeOffer(), s.name(), s.version(), s.rules(), s.paused(), steps);
  }

  private Sequence bare(ResultSet row, int n) throws SQLException {
    return new Sequence(
        row.getLong("id"),
        Optional.ofNullable(row.getObject("offer_id", Long.class)),
        row.getString("name"),
        row.getInt("version"),
        documents.read(row.getString("rules"), SequenceRules.class),
        Utc.readOptional(row, "paused_at").isPresent(),
        List.of());
  }

  private Sequence.Email email(ResultSet row) throws SQLException {
    StepRules rules = documents.read(row.getString("rules"), StepRules.class);
    Step step =
        new Step(
            row.getLong("id"),
            row.getLong("rank"),
            row.getBoolean("ready"),
            rules.timing(),
            rules.condition());
    return new Sequence.Email(
        step,
        rules,
        row.getLong("email_id"),
        row.getInt("version"),
        documents.read(row.getString("content"), EmailContent.class));
  }
}
