package jeton.server.quiz;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.support.TransactionOperations;

/** How far visitors came, by day. */
@Repository
class StepStore {
  private static final String ADD =
      """
      INSERT INTO quiz_step (offer_id, form_id, site_id, day, what, item, n)
      VALUES (:offerId, :formId, :siteId, :day, :what, :item, :n)
          ON DUPLICATE KEY UPDATE n = n + VALUES(n)
      """;
  private static final String ALL =
      """
      SELECT form_id, site_id, what, item, SUM(n) AS n FROM quiz_step
       WHERE offer_id = :offerId
       GROUP BY form_id, site_id, what, item
      """;

  private final JdbcClient db;
  private final TransactionOperations tx;

  StepStore(JdbcClient db, TransactionOperations tx) {
    this.db = db;
    this.tx = tx;
  }

  /** All or none of them: what fails is counted again as a whole. */
  void add(LocalDate day, Map<QuizSteps.Step, Long> steps) {
    tx.executeWithoutResult(
        status ->
            steps.forEach(
                (step, n) ->
                    db.sql(ADD)
                        .param("offerId", step.offerId())
                        .param("formId", step.formId())
                        .param("siteId", step.siteId())
                        .param("day", day)
                        .param("what", step.what().name())
                        .param("item", step.item())
                        .param("n", n)
                        .update()));
  }

  /** A count over all days. */
  record Count(QuizSteps.Step step, long n) {}

  List<Count> all(long offerId) {
    return db.sql(ALL)
        .param("offerId", offerId)
        .query(
            (row, i) ->
                new Count(
                    new QuizSteps.Step(
                        offerId,
                        row.getLong("form_id"),
                        row.getLong("site_id"),
                        QuizSteps.What.valueOf(row.getString("what")),
                        row.getString("item")),
                    row.getLong("n")))
        .list();
  }
}
