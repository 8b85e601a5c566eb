package jeton.server.signup;

import java.time.Instant;
import java.util.Optional;
import jeton.core.signup.SignUpDecision;
import jeton.server.database.Utc;
import jeton.server.people.People;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;

/** Sign-ups with their evidence. */
final class SignUpStore {

  /** A checked submission. */
  record Row(
      long formId, SignUps.Submission submission, People.Told told, Optional<Long> wordingId) {}

  private static final String ADD =
      """
      INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, decision, page, zone, network,
                           consent_wording_id, consent_given)
      VALUES (:personId, :offerId, :formId, :submissionKey, :now, :decision, :page, :zone, :network,
              :wordingId, :consentGiven)
      """;

  private static final String ADD_WORDING =
      "INSERT IGNORE INTO consent_wording (hash, wording) VALUES (:hash, :wording)";

  private static final String WORDING = "SELECT id FROM consent_wording WHERE hash = :hash";

  private final JdbcClient db;

  SignUpStore(JdbcClient db) {
    this.db = db;
  }

  long add(long offerId, long personId, Row row, SignUpDecision decision, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("personId", personId)
        .param("offerId", offerId)
        .param("formId", row.formId())
        .param("submissionKey", row.submission().submissionKey())
        .param("now", Utc.bind(now))
        .param("decision", decision.name())
        .param("page", SignUps.shortened(row.submission().page()))
        .param("zone", row.told().zone().orElse(null))
        .param("network", row.submission().network())
        .param("wordingId", row.wordingId().orElse(null))
        .param("consentGiven", row.submission().consentGiven())
        .update(id);
    return id.getKey().longValue();
  }

  /** A wording is kept once; each sign-up points at the one it was shown. */
  long wordingId(byte[] hash, String wording) {
    db.sql(ADD_WORDING).param("hash", hash).param("wording", wording).update();
    return db.sql(WORDING).param("hash", hash).query(Long.class).single();
  }
}
