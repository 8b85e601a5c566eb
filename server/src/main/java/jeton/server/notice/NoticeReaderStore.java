package jeton.server.notice;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.notice.NoticeKind;
import jeton.core.notice.NoticePace;
import jeton.core.notice.NoticeSettings;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Who is told. */
@Repository
class NoticeReaderStore {
  private static final String ALL =
      """
      SELECT id, owner_id, email, version, settings, created_at, confirmed_at, stopped_at, daily_to, weekly_to
        FROM notice_reader
      """;

  // A further address that became an owner's is that owner's.
  private static final String ADOPT_OWNERS =
      """
      UPDATE notice_reader r JOIN owner o ON o.email_key = r.email_key
         SET r.owner_id = o.id, r.confirmed_at = COALESCE(r.confirmed_at, :now), r.stopped_at = NULL
       WHERE r.owner_id IS NULL
      """;
  private static final String ADD_OWNERS =
      """
      INSERT IGNORE INTO notice_reader (owner_id, email, email_key, settings, created_at, confirmed_at)
      SELECT o.id, o.email_key, o.email_key, :settings, :now, :now
        FROM owner o LEFT JOIN notice_reader r ON r.owner_id = o.id
       WHERE r.id IS NULL
      """;
  private static final String ADD =
      """
      INSERT IGNORE INTO notice_reader (email, email_key, settings, created_at)
      VALUES (:email, :key, :settings, :now)
      """;
  private static final String SAVE =
      """
      UPDATE notice_reader SET settings = :settings, version = version + 1
       WHERE id = :id AND version = :version
      """;
  private static final String CONFIRM =
      """
      UPDATE notice_reader SET confirmed_at = :now, stopped_at = NULL, daily_to = :now, weekly_to = :now
       WHERE id = :id AND (confirmed_at IS NULL OR stopped_at IS NOT NULL)
      """;
  private static final String STOP =
      """
      UPDATE notice_reader SET stopped_at = :now
       WHERE id = :id AND owner_id IS NULL AND stopped_at IS NULL
      """;
  private static final String DELETE =
      "DELETE FROM notice_reader WHERE id = :id AND owner_id IS NULL";
  private static final String ASKED =
      "SELECT at FROM notice_asked WHERE email_key = :key AND at > :since";
  private static final String ASK =
      """
      INSERT INTO notice_asked (email_key, at) SELECT email_key, :now FROM notice_reader WHERE id = :id
      """;
  private static final String IS_ASKED = "UPDATE notice_reader SET asked_at = :now WHERE id = :id";
  private static final String FORGET_ASKED = "DELETE FROM notice_asked WHERE at < :before";
  private static final String FORGET =
      "DELETE FROM notice WHERE reader_id = :id AND kind = :kind AND offer_id <=> :offerId";
  private static final String NEVER_ASKED =
      ALL
          + """
           WHERE owner_id IS NULL AND confirmed_at IS NULL AND stopped_at IS NULL
             AND asked_at IS NULL
           FOR UPDATE
          """;

  private final JdbcClient db;
  private final Documents documents;

  NoticeReaderStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  /** Sees to it that each owner is one. Returns how many are new. */
  int addOwners(NoticeSettings settings, Instant now) {
    int adopted = db.sql(ADOPT_OWNERS).param("now", Utc.bind(now)).update();
    return adopted
        + db.sql(ADD_OWNERS)
            .param("settings", documents.write(settings))
            .param("now", Utc.bind(now))
            .update();
  }

  List<NoticeReader> all() {
    return db.sql(ALL + " ORDER BY owner_id IS NULL, id").query(this::reader).list();
  }

  Optional<NoticeReader> find(long id) {
    return db.sql(ALL + " WHERE id = :id").param("id", id).query(this::reader).optional();
  }

  /** The same, its row locked: what is done for one reader is done by one at a time. */
  Optional<NoticeReader> lock(long id) {
    return db.sql(ALL + " WHERE id = :id FOR UPDATE")
        .param("id", id)
        .query(this::reader)
        .optional();
  }

  /** Their rows locked: of several instances one asks. */
  List<NoticeReader> neverAsked() {
    return db.sql(NEVER_ASKED).query(this::reader).list();
  }

  /** False when the address is there already. */
  boolean add(String email, String key, NoticeSettings settings, Instant now) {
    return 1
        == db.sql(ADD)
            .param("email", email)
            .param("key", key)
            .param("settings", documents.write(settings))
            .param("now", Utc.bind(now))
            .update();
  }

  /** False when it was changed meanwhile. */
  boolean save(long id, int version, NoticeSettings settings) {
    return 1
        == db.sql(SAVE)
            .param("id", id)
            .param("version", version)
            .param("settings", documents.over(db, "notice_reader", "settings", id, settings))
            .update();
  }

  boolean confirm(long id, Instant now) {
    return 1 == db.sql(CONFIRM).param("id", id).param("now", Utc.bind(now)).update();
  }

  boolean stop(long id, Instant now) {
    return 1 == db.sql(STOP).param("id", id).param("now", Utc.bind(now)).update();
  }

  boolean delete(long id) {
    return 1 == db.sql(DELETE).param("id", id).update();
  }

  List<Instant> asked(String key, Instant since) {
    return db.sql(ASKED)
        .param("key", key)
        .param("since", Utc.bind(since))
        .query((row, n) -> Utc.read(row, "at"))
        .list();
  }

  void ask(long id, Instant now) {
    db.sql(FORGET_ASKED).param("before", Utc.bind(now.minus(ConfirmationRules.WINDOW))).update();
    db.sql(ASK).param("id", id).param("now", Utc.bind(now)).update();
    db.sql(IS_ASKED).param("id", id).param("now", Utc.bind(now)).update();
  }

  /** What waits and is not wanted at once any more waits no longer. */
  void forgetUnwanted(long id, NoticeSettings settings) {
    List<Waiting> waiting =
        db.sql("SELECT DISTINCT kind, offer_id FROM notice WHERE reader_id = :id")
            .param("id", id)
            .query(
                (row, n) ->
                    new Waiting(
                        NoticeKind.valueOf(row.getString("kind")),
                        Optional.ofNullable(row.getObject("offer_id", Long.class))))
            .list();
    waiting.stream()
        .filter(one -> settings.pace(one.kind(), one.offerId()) != NoticePace.AT_ONCE)
        .forEach(
            one ->
                db.sql(FORGET)
                    .param("id", id)
                    .param("kind", one.kind().name())
                    .param("offerId", one.offerId().orElse(null))
                    .update());
  }

  private record Waiting(NoticeKind kind, Optional<Long> offerId) {}

  /** Digests have told up to a moment. */
  void toldTo(long id, NoticePace pace, Instant until) {
    String column = pace == NoticePace.WEEKLY ? "weekly_to" : "daily_to";
    db.sql("UPDATE notice_reader SET " + column + " = :until WHERE id = :id")
        .param("id", id)
        .param("until", Utc.bind(until))
        .update();
  }

  private NoticeReader reader(ResultSet row, int number) throws SQLException {
    return new NoticeReader(
        row.getLong("id"),
        Optional.ofNullable(row.getObject("owner_id", Long.class)),
        row.getString("email"),
        row.getInt("version"),
        documents.read(row.getString("settings"), NoticeSettings.class),
        Utc.read(row, "created_at"),
        Utc.readOptional(row, "confirmed_at"),
        Utc.readOptional(row, "stopped_at"),
        Utc.readOptional(row, "daily_to"),
        Utc.readOptional(row, "weekly_to"));
  }
}
