package jeton.server.reading;

import java.time.Instant;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What became of emails at their readers. */
@Repository
class ReadingStore {
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

  private static final String REPLIED =
      """
      INSERT INTO email_reading (outbox_id, replied_at)
      SELECT id, :now FROM outbox WHERE id = :outboxId
          ON DUPLICATE KEY UPDATE replied_at = COALESCE(replied_at, :now)
      """;

  private static final String COMPLAINED =
      """
      INSERT INTO email_reading (outbox_id, complained_at)
      SELECT id, :now FROM outbox WHERE id = :outboxId
          ON DUPLICATE KEY UPDATE complained_at = COALESCE(complained_at, :now)
      """;

  private final JdbcClient db;

  ReadingStore(JdbcClient db) {
    this.db = db;
  }

  /** True when it was the first time. */
  boolean clicked(long outboxId, Instant now) {
    return note(CLICKED, outboxId, now);
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

  /** True when it was the first time. */
  boolean machineOpened(long outboxId, Instant now) {
    return note(MACHINE_OPENED, outboxId, now);
  }

  /** True when it was the first time. */
  boolean left(long outboxId, Instant now) {
    return note(LEFT, outboxId, now);
  }

  /** True when it was the first time. */
  boolean replied(long outboxId, Instant now) {
    return note(REPLIED, outboxId, now);
  }

  /** True when it was the first time. */
  boolean complained(long outboxId, Instant now) {
    return note(COMPLAINED, outboxId, now);
  }

  /** True when something changed. */
  private boolean note(String sql, long outboxId, Instant now) {
    return 0 < db.sql(sql).param("outboxId", outboxId).param("now", Utc.bind(now)).update();
  }
}
