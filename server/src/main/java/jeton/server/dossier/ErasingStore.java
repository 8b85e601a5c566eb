package jeton.server.dossier;

import java.time.Instant;
import java.util.List;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Takes what is personal out of every table that holds some. */
@Repository
class ErasingStore {
  /** What goes altogether. */
  private static final List<String> GONE =
      List.of(
          "DELETE FROM person_answer WHERE person_id = :id",
          "DELETE FROM person_tag WHERE person_id = :id",
          "DELETE FROM person_note WHERE person_id = :id",
          "DELETE FROM run_start WHERE person_id = :id",
          "DELETE FROM notice WHERE person_id = :id",
          "DELETE FROM purchase WHERE person_id = :id",
          "DELETE k FROM kept_answer k JOIN person p ON INSTR(k.body, p.email) > 0 WHERE p.id = :id",
          "DELETE FROM handing_on WHERE person_id = :id OR person_id IN (SELECT gone_id FROM person_merge WHERE kept_id = :id)",
          "DELETE FROM hook_message WHERE person_id = :id OR person_id IN (SELECT gone_id FROM person_merge WHERE kept_id = :id)",
          "DELETE FROM hook_queue WHERE person_id = :id OR person_id IN (SELECT gone_id FROM person_merge WHERE kept_id = :id)",
          "DELETE c FROM confirmation c JOIN sign_up s ON s.id = c.sign_up_id WHERE s.person_id = :id",
          "DELETE l FROM pass_link l JOIN pass p ON p.id = l.pass_id WHERE p.person_id = :id",
          "DELETE m FROM wheel_mailbox m JOIN spin s ON s.offer_id = m.offer_id AND s.mailbox = m.mailbox WHERE s.person_id = :id");

  /** What stays as a count, without a word of theirs. */
  private static final List<String> EMPTIED =
      List.of(
          "UPDATE sign_up SET page = '', campaign = '', zone = NULL, network = '', confirmed_network = NULL, told_email = NULL, told_first_name = NULL, told_answers = NULL WHERE person_id = :id",
          "UPDATE event SET detail = '' WHERE person_id = :id",
          "UPDATE outbox SET last_error = NULL WHERE person_id = :id",
          "UPDATE coupon_grant SET mailbox = NULL WHERE person_id = :id",
          "UPDATE spin SET mailbox = CONCAT('erased ', id) WHERE person_id = :id",
          "UPDATE trial_seat SET visitor = CONCAT('erased-', person_id) WHERE person_id = :id",
          "UPDATE quiz_play SET person_id = NULL, tags_given = NULL WHERE person_id = :id",
          "UPDATE page_progress SET played = '' WHERE person_id = :id",
          "UPDATE person_merge SET moved = '{}' WHERE kept_id = :id OR gone_id = :id",
          "UPDATE list_member SET left_at = COALESCE(left_at, :now) WHERE person_id = :id");

  private static final String PERSON =
      """
      UPDATE person
         SET email = CONCAT('erased-', id, '@erased.invalid'), email_key = CONCAT('erased-', id, '@erased.invalid'),
             first_name = '', zone = NULL, state = 'BLOCKED', former_state = NULL, listed_since = NULL,
             from_site = NULL, from_campaign = NULL, import_id = NULL, erased_at = :now
       WHERE id = :id
      """;

  private final JdbcClient db;

  ErasingStore(JdbcClient db) {
    this.db = db;
  }

  boolean isErased(long id) {
    return db.sql("SELECT erased_at IS NOT NULL FROM person WHERE id = :id")
        .param("id", id)
        .query(Boolean.class)
        .single();
  }

  void keepHash(byte[] hash, Instant now) {
    db.sql("INSERT IGNORE INTO erased_address (hash, at) VALUES (:hash, :now)")
        .param("hash", hash)
        .param("now", Utc.bind(now))
        .update();
  }

  void erase(long id, Instant now) {
    GONE.forEach(sql -> db.sql(sql).param("id", id).update());
    EMPTIED.forEach(sql -> db.sql(sql).param("id", id).param("now", Utc.bind(now)).update());
    db.sql(PERSON).param("id", id).param("now", Utc.bind(now)).update();
  }
}
