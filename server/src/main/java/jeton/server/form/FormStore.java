package jeton.server.form;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import jeton.core.form.FormSettings;
import jeton.server.database.Documents;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Forms and how often they were seen. */
final class FormStore {
  private static final String ADD =
      """
      INSERT INTO form (offer_id, form_key, shape, settings, version)
      VALUES (:offerId, :key, :shape, :settings, 1)
      """;

  private static final String ALL =
      "SELECT id, offer_id, form_key, shape, settings, version FROM form ORDER BY id";

  private static final String SAVE =
      "UPDATE form SET settings = :settings, version = version + 1 WHERE id = :id AND version = :version";

  private static final String ADD_VIEWS =
      """
      INSERT INTO form_view (form_id, day, views) VALUES (:formId, :day, :views)
          ON DUPLICATE KEY UPDATE views = views + VALUES(views)
      """;

  private final JdbcClient db;
  private final Documents documents;

  FormStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  void add(long offerId, String key, String shape, FormSettings settings) {
    db.sql(ADD)
        .param("offerId", offerId)
        .param("key", key)
        .param("shape", shape)
        .param("settings", documents.write(settings))
        .update();
  }

  List<Form> all() {
    return db.sql(ALL)
        .query(
            (row, n) ->
                new Form(
                    row.getLong("id"),
                    row.getLong("offer_id"),
                    row.getString("form_key"),
                    row.getString("shape"),
                    documents.read(row.getString("settings"), FormSettings.class),
                    row.getInt("version")))
        .list();
  }

  /** False when somebody saved in between. */
  boolean save(long id, int version, FormSettings settings) {
    return 1
        == db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("settings", documents.write(settings))
            .update();
  }

  void addViews(LocalDate day, Map<Long, Long> views) {
    views.forEach(
        (formId, count) ->
            db.sql(ADD_VIEWS)
                .param("formId", formId)
                .param("day", day)
                .param("views", count)
                .update());
  }
}
