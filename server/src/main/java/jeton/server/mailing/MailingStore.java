package jeton.server.mailing;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.mailing.MailingSettings;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Emails to many. */
@Repository
class MailingStore {
  private static final String COLUMNS =
      "SELECT id, settings, version, state, next_at, issues, again_of, updated_at FROM mailing";
  private static final String ADD =
      """
      INSERT INTO mailing (settings, version, state, again_of, created_at, updated_at)
      VALUES (:settings, 1, 'DRAFT', :againOf, :now, :now)
      """;
  private static final String SAVE =
      """
      UPDATE mailing SET settings = :settings, version = version + 1, updated_at = :now
       WHERE id = :id AND version = :version AND state = 'DRAFT'
      """;
  private static final String SCHEDULE =
      """
      UPDATE mailing SET state = 'SCHEDULED', next_at = :at, version = version + 1, updated_at = :now
       WHERE id = :id AND version = :version AND state = 'DRAFT'
      """;
  private static final String CALL_OFF =
      """
      UPDATE mailing
         SET state = CASE WHEN issues = 0 THEN 'DRAFT' ELSE 'ENDED' END, next_at = NULL, version = version + 1,
             updated_at = :now
       WHERE id = :id AND state = 'SCHEDULED'
      """;
  private static final String DUE =
      COLUMNS
          + " WHERE next_at <= :now AND state = 'SCHEDULED' ORDER BY next_at LIMIT 1 FOR UPDATE SKIP LOCKED";
  private static final String WENT_OUT =
      "UPDATE mailing SET issues = :issues, state = :state, next_at = :next WHERE id = :id";

  private final JdbcClient db;
  private final Documents documents;

  MailingStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  List<Mailing> newest(long skip, int most) {
    return db.sql(COLUMNS + " ORDER BY id DESC LIMIT :most OFFSET :skip")
        .param("most", most)
        .param("skip", skip)
        .query(this::mailing)
        .list();
  }

  long count() {
    return db.sql("SELECT COUNT(*) FROM mailing").query(Long.class).single();
  }

  List<Mailing> upcoming(int most) {
    return db.sql(
            COLUMNS
                + " WHERE next_at IS NOT NULL AND state = 'SCHEDULED' ORDER BY next_at LIMIT :most")
        .param("most", most)
        .query(this::mailing)
        .list();
  }

  /** The one that goes again to those who did not open this one. */
  Optional<Mailing> againOf(long id) {
    return db.sql(COLUMNS + " WHERE again_of = :id")
        .param("id", id)
        .query(this::mailing)
        .optional();
  }

  Optional<Mailing> find(long id) {
    return db.sql(COLUMNS + " WHERE id = :id").param("id", id).query(this::mailing).optional();
  }

  long add(MailingSettings settings, Optional<Long> againOf, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("settings", documents.write(settings))
        .param("againOf", againOf.orElse(null))
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  /** False when it was changed, or set going, meanwhile. */
  boolean save(long id, int version, MailingSettings settings, Instant now) {
    return 1
        == db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("settings", documents.over(db, "mailing", "settings", id, settings))
            .param("now", Utc.bind(now))
            .update();
  }

  boolean schedule(long id, int version, Instant at, Instant now) {
    return 1
        == db.sql(SCHEDULE)
            .param("id", id)
            .param("version", version)
            .param("at", Utc.bind(at))
            .param("now", Utc.bind(now))
            .update();
  }

  boolean callOff(long id, Instant now) {
    return 1 == db.sql(CALL_OFF).param("id", id).param("now", Utc.bind(now)).update();
  }

  /** One whose time has come; locked until the transaction ends, and passed over by others. */
  Optional<Mailing> due(Instant now) {
    return db.sql(DUE).param("now", Utc.bind(now)).query(this::mailing).optional();
  }

  Optional<Instant> nextDue() {
    return db.sql("SELECT MIN(next_at) AS next FROM mailing WHERE state = 'SCHEDULED'")
        .query((row, n) -> Utc.readOptional(row, "next"))
        .single();
  }

  void wentOut(long id, int issues, Optional<Instant> next) {
    db.sql(WENT_OUT)
        .param("id", id)
        .param("issues", issues)
        .param("state", next.isPresent() ? "SCHEDULED" : "ENDED")
        .param("next", Utc.bind(next))
        .update();
  }

  boolean remove(long id) {
    return 1
        == db.sql("DELETE FROM mailing WHERE id = :id AND state = 'DRAFT' AND issues = 0")
            .param("id", id)
            .update();
  }

  private Mailing mailing(ResultSet row, int n) throws SQLException {
    return new Mailing(
        row.getLong("id"),
        documents.read(row.getString("settings"), MailingSettings.class),
        row.getInt("version"),
        Mailing.State.valueOf(row.getString("state")),
        Utc.readOptional(row, "next_at"),
        row.getInt("issues"),
        Optional.ofNullable(row.getObject("again_of", Long.class)),
        Utc.read(row, "updated_at"));
  }
}
