package jeton.server.form;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.display.Shape;
import jeton.core.form.FormSettings;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.support.TransactionOperations;

/** Forms and how often they were seen. */
@Repository
class FormStore {
  private static final String ADD =
      """
      INSERT INTO form (offer_id, form_key, shape, is_on, created_at, settings, version)
      VALUES (:offerId, :key, :shape, :on, :now, :settings, 1)
      """;
  private static final String SELECT =
      "SELECT id, offer_id, form_key, shape, is_on, created_at, settings, version FROM form WHERE removed_at IS NULL";
  private static final String ALL = SELECT + " ORDER BY id";
  private static final String OF_OFFER = SELECT + " AND offer_id = :offerId ORDER BY id";
  private static final String BY_ID = SELECT + " AND id = :id";
  private static final String SAVE =
      "UPDATE form SET settings = :settings, version = version + 1 WHERE id = :id AND version = :version";
  private static final String TURN = "UPDATE form SET is_on = :on WHERE id = :id";
  private static final String REMOVE =
      """
      UPDATE form SET removed_at = :now
       WHERE id = :id AND removed_at IS NULL AND NOT EXISTS (SELECT 1 FROM sign_up WHERE form_id = :id)
      """;
  private static final String PUT_BACK =
      "UPDATE form SET removed_at = NULL WHERE id = :id AND offer_id = :offerId";
  private static final String ADD_VIEWS =
      """
      INSERT INTO form_view (form_id, day, views) VALUES (:formId, :day, :views)
          ON DUPLICATE KEY UPDATE views = views + VALUES(views)
      """;
  private static final String ADD_VIEWS_TO_WEEK =
      """
      INSERT INTO form_view_week (form_id, week, views)
      VALUES (:formId, :day - INTERVAL WEEKDAY(:day) DAY, :views)
          ON DUPLICATE KEY UPDATE views = views + VALUES(views)
      """;
  private static final String COUNTS =
      """
      SELECT f.id,
             COALESCE((SELECT SUM(v.views) FROM form_view v WHERE v.form_id = f.id), 0) AS views,
             (SELECT COUNT(DISTINCT s.person_id) FROM sign_up s WHERE s.form_id = f.id) AS sign_ups
        FROM form f
       WHERE f.offer_id = :offerId AND f.removed_at IS NULL
      """;

  private final JdbcClient db;
  private final Documents documents;
  private final TransactionOperations tx;

  FormStore(JdbcClient db, Documents documents, TransactionOperations tx) {
    this.db = db;
    this.tx = tx;
    this.documents = documents;
  }

  long add(Form form) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("offerId", form.offerId())
        .param("key", form.key())
        .param("shape", form.shape().name())
        .param("on", form.on())
        .param("now", Utc.bind(form.createdAt()))
        .param("settings", documents.write(form.settings()))
        .update(id);
    return id.getKey().longValue();
  }

  List<Form> all() {
    return db.sql(ALL).query(this::form).list();
  }

  List<Form> ofOffer(long offerId) {
    return db.sql(OF_OFFER).param("offerId", offerId).query(this::form).list();
  }

  Optional<Form> find(long id) {
    return db.sql(BY_ID).param("id", id).query(this::form).optional();
  }

  /** False when somebody saved in between. */
  boolean save(long id, int version, FormSettings settings) {
    return 1
        == db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("settings", documents.over(db, "form", "settings", id, settings))
            .update();
  }

  void turn(long id, boolean on) {
    db.sql(TURN).param("id", id).param("on", on).update();
  }

  /** False when somebody signed up by it: then it is evidence and stays. */
  boolean remove(long id, Instant now) {
    return 1 == db.sql(REMOVE).param("id", id).param("now", Utc.bind(now)).update();
  }

  /** Puts back a form that was removed, as it was. */
  void putBack(long offerId, long id) {
    db.sql(PUT_BACK).param("id", id).param("offerId", offerId).update();
  }

  /** To the day's and its week's; all or none of them: what fails is counted again as a whole. */
  void addViews(LocalDate day, Map<Long, Long> views) {
    tx.executeWithoutResult(
        status ->
            views.forEach(
                (formId, count) ->
                    List.of(ADD_VIEWS, ADD_VIEWS_TO_WEEK)
                        .forEach(
                            sql ->
                                db.sql(sql)
                                    .param("formId", formId)
                                    .param("day", day)
                                    .param("views", count)
                                    .update())));
  }

  List<Forms.Counts> counts(long offerId) {
    return db.sql(COUNTS)
        .param("offerId", offerId)
        .query(
            (row, n) ->
                new Forms.Counts(row.getLong("id"), row.getLong("views"), row.getLong("sign_ups")))
        .list();
  }

  private Form form(ResultSet row, int n) throws SQLException {
    return new Form(
        row.getLong("id"),
        row.getLong("offer_id"),
        row.getString("form_key"),
        Shape.valueOf(row.getString("shape")),
        row.getBoolean("is_on"),
        Utc.read(row, "created_at"),
        documents.read(row.getString("settings"), FormSettings.class),
        row.getInt("version"));
  }
}
