package jeton.server.mail;

import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The one row that keeps emails from leaving. */
@Repository
class SendingHaltStore {
  private static final String FIND =
      "SELECT halted_at, refusals, reason FROM sending_halt WHERE id = 1";
  private static final String PUT =
      """
      INSERT IGNORE INTO sending_halt (id, halted_at, refusals, reason)
      VALUES (1, :now, :refusals, :reason)
      """;
  private static final String TAKE = "DELETE FROM sending_halt WHERE id = 1";

  private final JdbcClient db;

  SendingHaltStore(JdbcClient db) {
    this.db = db;
  }

  Optional<SendingHalt.Halt> find() {
    return db.sql(FIND)
        .query(
            (row, n) ->
                new SendingHalt.Halt(
                    Utc.read(row, "halted_at"), row.getInt("refusals"), row.getString("reason")))
        .optional();
  }

  /** False when it was halted already. */
  boolean put(SendingHalt.Halt halt) {
    return 1
        == db.sql(PUT)
            .param("now", Utc.bind(halt.at()))
            .param("refusals", halt.refusals())
            .param("reason", halt.reason())
            .update();
  }

  boolean take() {
    return 1 == db.sql(TAKE).update();
  }
}
