package jeton.server.email;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import jeton.core.email.EmailContent;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Emails of sequences, and layouts of the owner's own. */
@Repository
class EmailStore {
  private static final String ADD =
      "INSERT INTO email (content, version, updated_at) VALUES (:content, 1, :now)";
  private static final String SAVE =
      """
      UPDATE email SET content = :content, version = version + 1, updated_at = :now
       WHERE id = :id AND version = :version
      """;
  private static final String BY_IDS =
      "SELECT id, content, version, updated_at FROM email WHERE id IN (:ids)";
  private static final String LAYOUTS =
      "SELECT id, name, content FROM email_layout ORDER BY id DESC";
  private static final String ADD_LAYOUT =
      "INSERT INTO email_layout (name, content, created_at) VALUES (:name, :content, :now)";
  private static final String DELETE_LAYOUT = "DELETE FROM email_layout WHERE id = :id";

  private final JdbcClient db;
  private final Documents documents;

  EmailStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  long add(EmailContent content, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD).param("content", documents.write(content)).param("now", Utc.bind(now)).update(id);
    return id.getKey().longValue();
  }

  boolean save(long id, int version, EmailContent content, Instant now) {
    return 1
        == db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("content", documents.over(db, "email", "content", id, content))
            .param("now", Utc.bind(now))
            .update();
  }

  Map<Long, Emails.Email> byIds(Collection<Long> ids) {
    return ids.isEmpty()
        ? Map.of()
        : db.sql(BY_IDS).param("ids", ids).query(this::email).list().stream()
            .collect(Collectors.toMap(Emails.Email::id, Function.identity()));
  }

  List<Emails.EmailLayout> layouts() {
    return db.sql(LAYOUTS)
        .query(
            (row, n) ->
                new Emails.EmailLayout(
                    Optional.of(row.getLong("id")),
                    row.getString("name"),
                    "",
                    documents.read(row.getString("content"), EmailContent.class)))
        .list();
  }

  void addLayout(String name, EmailContent content, Instant now) {
    db.sql(ADD_LAYOUT)
        .param("name", name)
        .param("content", documents.write(content))
        .param("now", Utc.bind(now))
        .update();
  }

  boolean deleteLayout(long id) {
    return 1 == db.sql(DELETE_LAYOUT).param("id", id).update();
  }

  private Emails.Email email(ResultSet row, int n) throws SQLException {
    return new Emails.Email(
        row.getLong("id"),
        row.getInt("version"),
        documents.read(row.getString("content"), EmailContent.class),
        Utc.read(row, "updated_at"));
  }
}
