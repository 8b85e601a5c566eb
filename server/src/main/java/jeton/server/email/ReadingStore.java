package jeton.server.email;

import java.time.Instant;
import java.util.Optional;
import jeton.server.database.Utc;
import jeton.server.token.Tokens;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Addresses that links lead to, and what became of emails at their readers. */
@Repository
class ReadingStore {
  private static final String ADD_LINK =
      "INSERT IGNORE INTO tracked_link (hash, href) VALUES (:hash, :href)";
  private static final String NUMBER = "SELECT id FROM tracked_link WHERE hash = :hash";
  private static final String HREF = "SELECT href FROM tracked_link WHERE id = :id";

  // Nothing is inferred (L3): a click makes no opening. Numbers count both as read.
  private static final String CLICKED =
      """
      INSERT INTO email_reading (outbox_id, clicked_at)
      SELECT id, :now FROM outbox WHERE id = :outboxId
          ON DUPLICATE KEY UPDATE clicked_at = COALESCE(clicked_at, :now)
      """;
  private static final String LINK_CLICKED =
      """
      INSERT INTO link_click (outbox_id, link_id, at, times)
      SELECT id, :linkId, :now, 1 FROM outbox WHERE id = :outboxId
          ON DUPLICATE KEY UPDATE times = times + 1
      """;
  private static final String OPENED =
      """
      INSERT INTO email_reading (outbox_id, opened_at)
      SELECT id, :now FROM outbox WHERE id = :outboxId
          ON DUPLICATE KEY UPDATE opened_at = COALESCE(opened_at, :now)
      """;
  private static final String MACHINE_OPENED =
      """
      INSERT INTO email_reading (outbox_id, machine_opened_at)
      SELECT id, :now FROM outbox WHERE id = :outboxId
          ON DUPLICATE KEY UPDATE machine_opened_at = COALESCE(machine_opened_at, :now)
      """;
  private static final String LEFT =
      """
      INSERT INTO email_reading (outbox_id, left_at)
      SELECT id, :now FROM outbox WHERE id = :outboxId
          ON DUPLICATE KEY UPDATE left_at = COALESCE(left_at, :now)
      """;

  private final JdbcClient db;

  ReadingStore(JdbcClient db) {
    this.db = db;
  }

  long numberOf(String href) {
    byte[] hash = Tokens.hash(href);
    db.sql(ADD_LINK).param("hash", hash).param("href", href).update();
    return db.sql(NUMBER).param("hash", hash).query(Long.class).single();
  }

  Optional<String> href(long id) {
    return db.sql(HREF).param("id", id).query(String.class).optional();
  }

  void clicked(long outboxId, Instant now) {
    note(CLICKED, outboxId, now);
  }

  void linkClicked(long outboxId, long linkId, Instant now) {
    db.sql(LINK_CLICKED)
        .param("outboxId", outboxId)
        .param("linkId", linkId)
        .param("now", Utc.bind(now))
        .update();
  }

  /** True when it was the first time. */
  boolean opened(long outboxId, Instant now) {
    return note(OPENED, outboxId, now);
  }

  void machineOpened(long outboxId, Instant now) {
    note(MACHINE_OPENED, outboxId, now);
  }

  void left(long outboxId, Instant now) {
    note(LEFT, outboxId, now);
  }

  /** True when something changed. */
  private boolean note(String sql, long outboxId, Instant now) {
    return 0 < db.sql(sql).param("outboxId", outboxId).param("now", Utc.bind(now)).update();
  }
}
