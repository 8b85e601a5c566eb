package jeton.server.dossier;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Everything known of one person, table by table in words. */
@Repository
class TakeOutStore {
  private static final Map<String, String> PARTS = new LinkedHashMap<>();

  static {
    PARTS.put(
        "person",
        "SELECT email, first_name, state, state_since, zone, created_at, confirmed_at, listed_since, from_site, from_campaign FROM person WHERE id = :id");
    PARTS.put("fields", "SELECT field_key, answer, at FROM person_answer WHERE person_id = :id");
    PARTS.put(
        "tags",
        "SELECT t.name, p.at FROM person_tag p JOIN tag t ON t.tag_key = p.tag_key WHERE p.person_id = :id");
    PARTS.put(
        "lists",
        "SELECT l.name, m.since, m.left_at FROM list_member m JOIN mailing_list l ON l.id = m.list_id WHERE m.person_id = :id");
    PARTS.put(
        "sign_ups",
        "SELECT o.name AS offer, s.at, s.page, s.campaign, s.zone, s.network, w.wording AS consent, s.consent_given, s.confirmed_at, s.confirmed_by, s.confirmed_network FROM sign_up s JOIN offer o ON o.id = s.offer_id LEFT JOIN consent_wording w ON w.id = s.consent_wording_id WHERE s.person_id = :id ORDER BY s.id");
    PARTS.put(
        "passes",
        "SELECT o.name AS offer, p.issued_at, p.ends_at, p.expires_at, p.uses, p.first_used_at FROM pass p JOIN offer o ON o.id = p.offer_id WHERE p.person_id = :id ORDER BY p.id");
    PARTS.put(
        "files",
        "SELECT o.name AS offer, f.name FROM offer_file f JOIN offer o ON o.id = f.offer_id WHERE o.id IN (SELECT offer_id FROM pass WHERE person_id = :id)");
    PARTS.put(
        "codes",
        "SELECT o.name AS offer, c.shown AS code, g.at, g.used_at FROM coupon_grant g JOIN offer o ON o.id = g.offer_id LEFT JOIN coupon_code c ON c.id = g.code_id WHERE g.person_id = :id ORDER BY g.id");
    PARTS.put(
        "purchases",
        "SELECT order_id, at, total, currency FROM purchase WHERE person_id = :id ORDER BY id");
    PARTS.put(
        "results",
        "SELECT o.name AS offer, r.result, r.at FROM result r JOIN offer o ON o.id = r.offer_id WHERE r.person_id = :id");
    PARTS.put(
        "quiz_plays",
        "SELECT o.name AS offer, p.at, p.outcome, p.answers FROM quiz_play p JOIN offer o ON o.id = p.offer_id WHERE p.person_id = :id ORDER BY p.id");
    PARTS.put(
        "spins",
        "SELECT o.name AS offer, s.at, s.slice, s.won, s.state FROM spin s JOIN offer o ON o.id = s.offer_id WHERE s.person_id = :id ORDER BY s.id");
    PARTS.put(
        "pieces_opened",
        "SELECT o.name AS offer, p.piece, p.first_at, p.last_at, p.share FROM page_progress p JOIN offer o ON o.id = p.offer_id WHERE p.person_id = :id");
    PARTS.put(
        "follow_ups",
        "SELECT q.name AS sequence, r.started_at, r.ended_at, r.end_reason FROM run r JOIN sequence q ON q.id = r.sequence_id WHERE r.person_id = :id ORDER BY r.id");
    PARTS.put(
        "emails",
        "SELECT x.kind, x.due_at, x.state, x.settled_at, g.opened_at, g.clicked_at, g.left_at, g.replied_at, g.complained_at FROM outbox x LEFT JOIN email_reading g ON g.outbox_id = x.id WHERE x.person_id = :id ORDER BY x.id");
    PARTS.put(
        "told_to_programs",
        "SELECT h.name AS program, m.kind, m.at, m.state, m.settled_at FROM hook_message m JOIN hook h ON h.id = m.hook_id WHERE m.person_id = :id ORDER BY m.id");
    PARTS.put(
        "outside_lists",
        "SELECT JSON_VALUE(l.settings, '$.name') AS list, h.state, h.handed_at, h.request FROM handing_on h JOIN outside_list l ON l.id = h.list_id WHERE h.person_id = :id");
    PARTS.put(
        "notes", "SELECT author, words, at FROM person_note WHERE person_id = :id ORDER BY id");
    PARTS.put("history", "SELECT at, kind, detail FROM event WHERE person_id = :id ORDER BY id");
  }

  private final JdbcClient db;

  TakeOutStore(JdbcClient db) {
    this.db = db;
  }

  Map<String, List<Map<String, Object>>> all(long id) {
    Map<String, List<Map<String, Object>>> all = new LinkedHashMap<>();
    PARTS.forEach((name, sql) -> all.put(name, db.sql(sql).param("id", id).query().listOfRows()));
    return all;
  }
}
