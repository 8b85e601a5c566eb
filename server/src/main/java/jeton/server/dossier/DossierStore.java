package jeton.server.dossier;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What belongs to one person, over all rooms. */
@Repository
class DossierStore {
  private static final String SIGN_UPS =
      """
      SELECT s.at, o.name AS offer, s.page, s.campaign, s.zone, s.network, s.doubt, w.wording, s.consent_given,
             s.confirmed_at, s.confirmed_network, s.confirmed_by
        FROM sign_up s
        JOIN offer o ON o.id = s.offer_id
        LEFT JOIN consent_wording w ON w.id = s.consent_wording_id
       WHERE s.person_id = :id
       ORDER BY s.id
      """;

  private static final String PASSES =
      """
      SELECT o.name AS offer, p.issued_at, p.expires_at, p.most_uses, p.uses, p.first_used_at
        FROM pass p
        JOIN offer o ON o.id = p.offer_id
       WHERE p.person_id = :id
       ORDER BY p.id
      """;

  private static final String RUNS =
      """
      SELECT q.id AS sequence_id, q.name AS sequence, COALESCE(o.name, '') AS offer, r.started_at, r.next_due_at, r.ended_at, r.end_reason
        FROM run r
        JOIN sequence q ON q.id = r.sequence_id
        LEFT JOIN offer o ON o.id = r.offer_id
       WHERE r.person_id = :id
       ORDER BY r.id
      """;

  private static final String ANSWERS =
      "SELECT field_key, answer, at FROM person_answer WHERE person_id = :id ORDER BY field_key";

  private static final String TAGS =
      """
      SELECT t.name FROM person_tag p JOIN tag t ON t.tag_key = p.tag_key
       WHERE p.person_id = :id
       ORDER BY t.name
      """;

  private final JdbcClient db;

  DossierStore(JdbcClient db) {
    this.db = db;
  }

  Dossiers.Dossier find(long id) {
    return new Dossiers.Dossier(
        db.sql(SIGN_UPS).param("id", id).query(DossierStore::signUp).list(),
        db.sql(PASSES).param("id", id).query(DossierStore::pass).list(),
        db.sql(RUNS).param("id", id).query(DossierStore::run).list(),
        db.sql(ANSWERS)
            .param("id", id)
            .query(
                (row, n) ->
                    new Dossiers.AnsweredField(
                        row.getString("field_key"), row.getString("answer"), Utc.read(row, "at")))
            .list(),
        db.sql(TAGS).param("id", id).query(String.class).list(),
        db.sql("SELECT untracked FROM person WHERE id = :id")
            .param("id", id)
            .query(Boolean.class)
            .single());
  }

  private static Dossiers.SignUp signUp(ResultSet row, int n) throws SQLException {
    return new Dossiers.SignUp(
        Utc.read(row, "at"),
        row.getString("offer"),
        row.getString("page"),
        row.getString("campaign"),
        Optional.ofNullable(row.getString("zone")),
        row.getString("network"),
        Optional.ofNullable(row.getString("doubt")),
        Optional.ofNullable(row.getString("wording")),
        row.getBoolean("consent_given"),
        Utc.readOptional(row, "confirmed_at"),
        Optional.ofNullable(row.getString("confirmed_network")),
        Optional.ofNullable(row.getString("confirmed_by")));
  }

  private static Dossiers.Pass pass(ResultSet row, int n) throws SQLException {
    return new Dossiers.Pass(
        row.getString("offer"),
        Utc.read(row, "issued_at"),
        Utc.readOptional(row, "expires_at"),
        Optional.ofNullable(row.getObject("most_uses", Integer.class)),
        row.getInt("uses"),
        Utc.readOptional(row, "first_used_at"));
  }

  private static Dossiers.Run run(ResultSet row, int n) throws SQLException {
    return new Dossiers.Run(
        row.getLong("sequence_id"),
        row.getString("sequence"),
        row.getString("offer"),
        Utc.read(row, "started_at"),
        Utc.readOptional(row, "next_due_at"),
        Utc.readOptional(row, "ended_at"),
        Optional.ofNullable(row.getString("end_reason")));
  }
}
