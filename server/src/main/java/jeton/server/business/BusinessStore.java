package jeton.server.business;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The one row of the business. */
@Repository
class BusinessStore {
  private static final String FIND = "SELECT version, settings, smtp FROM business WHERE id = 1";

  private static final String MAKE =
      "INSERT IGNORE INTO business (id, settings, version, updated_at) VALUES (1, :settings, 1, :now)";

  private static final String SAVE =
      """
      UPDATE business
         SET settings = :settings, version = version + 1, updated_at = :now
       WHERE id = 1 AND version = :version
      """;

  private static final String SAVE_SMTP =
      "UPDATE business SET smtp = :smtp, updated_at = :now WHERE id = 1";

  private final JdbcClient db;
  private final PasswordSeal seal;
  private final Documents documents;

  BusinessStore(JdbcClient db, Documents documents, PasswordSeal seal) {
    this.db = db;
    this.seal = seal;
    this.documents = documents;
  }

  Optional<Business.Snapshot> find() {
    return db.sql(FIND)
        .query(
            (row, n) ->
                new Business.Snapshot(
                    row.getInt("version"),
                    documents.read(row.getString("settings"), BusinessSettings.class),
                    Optional.ofNullable(row.getString("smtp"))
                        .map(s -> documents.read(s, SmtpSettings.class))
                        .map(smtp -> smtp.withPassword(seal.open(smtp.password())))))
        .optional();
  }

  /** Version 0 makes the row. False when somebody saved in between. */
  boolean save(int version, BusinessSettings settings, Instant now) {
    var statement = version == 0 ? db.sql(MAKE) : db.sql(SAVE).param("version", version);
    return 1
        == statement
            .param("settings", documents.over(db, "business", "settings", 1, settings))
            .param("now", Utc.bind(now))
            .update();
  }

  /** Seals the password of an older version. */
  void sealOld(Instant now) {
    db.sql("SELECT JSON_VALUE(smtp, '$.password') FROM business WHERE id = 1 AND smtp IS NOT NULL")
        .query(String.class)
        .optional()
        .filter(kept -> !kept.isEmpty() && kept.equals(seal.open(kept)))
        .flatMap(kept -> find().flatMap(Business.Snapshot::smtp))
        .ifPresent(smtp -> saveSmtp(smtp, now));
  }

  boolean saveSmtp(SmtpSettings smtp, Instant now) {
    return 1
        == db.sql(SAVE_SMTP)
            .param(
                "smtp",
                documents.over(
                    db, "business", "smtp", 1, smtp.withPassword(seal.seal(smtp.password()))))
            .param("now", Utc.bind(now))
            .update();
  }
}
