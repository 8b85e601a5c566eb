package jeton.server.followup;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.followup.Step;
import jeton.core.followup.StepTiming;
import jeton.core.followup.Wait;
import jeton.core.mail.EmailContent;
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

  private static final String SELECT = "SELECT id, offer_id, name, version FROM sequence";

  private static final String SAVE =
      "UPDATE sequence SET name = :name, version = version + 1 WHERE id = :id AND version = :version";

  private static final String STEPS =
      """
      SELECT id, sequence_id, `rank`, ready, wait_amount, wait_unit, email
        FROM step
       WHERE sequence_id IN (:ids) AND deleted_at IS NULL
       ORDER BY `rank`
      """;

  private static final String ADD_STEP =
      """
      INSERT INTO step (sequence_id, `rank`, ready, wait_amount, wait_unit, email)
      VALUES (:sequenceId, :rank, :ready, :amount, :unit, :email)
      """;

  private static final String SAVE_STEP =
      """
      UPDATE step
         SET `rank` = :rank, ready = :ready, wait_amount = :amount, wait_unit = :unit, email = :email
       WHERE id = :id AND sequence_id = :sequenceId AND deleted_at IS NULL
      """;

  private static final String DELETE_STEP = "UPDATE step SET deleted_at = :now WHERE id = :id";

  private static final String CONTENT =
      "SELECT email FROM step WHERE id = :id AND ready AND deleted_at IS NULL";

  private final JdbcClient db;
  private final Documents documents;

  SequenceStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  void add(long offerId, String name) {
    db.sql(ADD).param("offerId", offerId).param("name", name).update();
  }

  Optional<Sequence> ofOffer(long offerId) {
    return read(SELECT + " WHERE offer_id = :offerId", Map.of("offerId", offerId)).values().stream()
        .findFirst();
  }

  Map<Long, Sequence> byIds(Collection<Long> ids) {
    return ids.isEmpty() ? Map.of() : read(SELECT + " WHERE id IN (:ids)", Map.of("ids", ids));
  }

  /** Locks the sequence until the transaction ends. False when somebody saved in between. */
  boolean save(long id, int version, String name) {
    return 1 == db.sql(SAVE).param("id", id).param("version", version).param("name", name).update();
  }

  void addStep(long sequenceId, long rank, SequenceDraft.StepDraft step) {
    step(db.sql(ADD_STEP), sequenceId, rank, step).update(new GeneratedKeyHolder());
  }

  boolean saveStep(long sequenceId, long id, long rank, SequenceDraft.StepDraft step) {
    return 1 == step(db.sql(SAVE_STEP), sequenceId, rank, step).param("id", id).update();
  }

  void deleteStep(long id, Instant now) {
    db.sql(DELETE_STEP).param("id", id).param("now", Utc.bind(now)).update();
  }

  /** What a step's email says; empty for a draft or a deleted one. */
  Optional<EmailContent> content(long stepId) {
    return db.sql(CONTENT)
        .param("id", stepId)
        .query(String.class)
        .optional()
        .map(json -> documents.read(json, EmailContent.class));
  }

  private JdbcClient.StatementSpec step(
      JdbcClient.StatementSpec sql, long sequenceId, long rank, SequenceDraft.StepDraft step) {
    return sql.param("sequenceId", sequenceId)
        .param("rank", rank)
        .param("ready", step.ready())
        .param("amount", step.waitAmount())
        .param("unit", step.waitUnit().name())
        .param("email", documents.write(step.email()));
  }

  private Map<Long, Sequence> read(String sql, Map<String, ?> params) {
    List<Sequence> bare =
        db.sql(sql)
            .params(params)
            .query(
                (row, n) ->
                    new Sequence(
                        row.getLong("id"),
                        row.getLong("offer_id"),
                        row.getString("name"),
                        row.getInt("version"),
                        List.of()))
            .list();
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
        .map(
            s ->
                new Sequence(
                    s.id(),
                    s.offerId(),
                    s.name(),
                    s.version(),
                    steps.getOrDefault(s.id(), List.of())))
        .collect(Collectors.toMap(Sequence::id, Function.identity()));
  }

  private Sequence.Email email(ResultSet row) throws SQLException {
    Wait delay = new Wait(row.getInt("wait_amount"), Wait.Unit.valueOf(row.getString("wait_unit")));
    Step step =
        new Step(
            row.getLong("id"),
            row.getLong("rank"),
            row.getBoolean("ready"),
            StepTiming.after(delay));
    return new Sequence.Email(step, documents.read(row.getString("email"), EmailContent.class));
  }
}
