package jeton.server.backup;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Back-ups that were made. */
@Repository
class BackupRunStore {
  private static final int MOST_SAID = 500;
  private static final String TURN = "SELECT id FROM upkeep WHERE id = 1 FOR UPDATE";
  private static final String CUT_OFF =
      """
      UPDATE backup_run SET state = 'CUT_OFF', ended_at = beat_at, said = 'Jeton was stopped meanwhile.'
       WHERE state = 'RUNNING' AND beat_at < :before
      """;
  private static final String ADD =
      """
      INSERT INTO backup_run (by_whom, began_at, beat_at, state, said)
      VALUES (:by, :now, :now, 'RUNNING', '')
      """;
  private static final String BEAT =
      "UPDATE backup_run SET beat_at = :now, said = :said WHERE id = :id AND state = 'RUNNING'";
  private static final String END =
      """
      UPDATE backup_run
         SET state = :state, ended_at = :now, place = :place, kept = :kept, files = :files,
             octets = :octets, said = :said
       WHERE id = :id
      """;
  private static final String RUNNING = "SELECT 1 FROM backup_run WHERE state = 'RUNNING' LIMIT 1";
  private static final String NEWEST = "SELECT * FROM backup_run ORDER BY id DESC LIMIT :most";
  private static final String LAST_OF_PLAN =
      "SELECT MAX(began_at) AS last FROM backup_run WHERE by_whom = 'PLAN'";
  private static final String LAST_GOOD =
      "SELECT MAX(began_at) AS last FROM backup_run WHERE state = 'GOOD'";

  private final JdbcClient db;

  BackupRunStore(JdbcClient db) {
    this.db = db;
  }

  /** One after the other decides, until the transaction ends, whether one may begin. */
  void awaitTurn() {
    db.sql(TURN).query(Long.class).single();
  }

  void cutOff(Instant before) {
    db.sql(CUT_OFF).param("before", Utc.bind(before)).update();
  }

  boolean isRunning() {
    return db.sql(RUNNING).query(Long.class).optional().isPresent();
  }

  long add(BackupRun.By by, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD).param("by", by.name()).param("now", Utc.bind(now)).update(id);
    return id.getKey().longValue();
  }

  void beat(long id, String said, Instant now) {
    db.sql(BEAT).param("id", id).param("said", said).param("now", Utc.bind(now)).update();
  }

  void good(long id, Backups.Made made, Instant now) {
    end(id, BackupRun.State.GOOD, now)
        .param("place", made.place())
        .param("kept", made.manifest().rowsInAll())
        .param("files", made.manifest().files().size())
        .param("octets", made.manifest().octets())
        .param("said", "")
        .update();
  }

  void failed(long id, String said, Instant now) {
    end(id, BackupRun.State.FAILED, now)
        .param("place", "")
        .param("kept", 0)
        .param("files", 0)
        .param("octets", 0)
        .param("said", said.length() > MOST_SAID ? said.substring(0, MOST_SAID) : said)
        .update();
  }

  private JdbcClient.StatementSpec end(long id, BackupRun.State state, Instant now) {
    return db.sql(END).param("id", id).param("state", state.name()).param("now", Utc.bind(now));
  }

  List<BackupRun> newest(int most) {
    return db.sql(NEWEST).param("most", most).query(BackupRunStore::read).list();
  }

  Optional<Instant> lastOfPlan() {
    return db.sql(LAST_OF_PLAN).query((row, n) -> Utc.readOptional(row, "last")).single();
  }

  Optional<Instant> lastGood() {
    return db.sql(LAST_GOOD).query((row, n) -> Utc.readOptional(row, "last")).single();
  }

  private static BackupRun read(ResultSet row, int n) throws SQLException {
    return new BackupRun(
        row.getLong("id"),
        BackupRun.By.valueOf(row.getString("by_whom")),
        Utc.read(row, "began_at"),
        Utc.readOptional(row, "ended_at"),
        BackupRun.State.valueOf(row.getString("state")),
        row.getString("place"),
        row.getLong("kept"),
        row.getInt("files"),
        row.getLong("octets"),
        row.getString("said"));
  }
}
