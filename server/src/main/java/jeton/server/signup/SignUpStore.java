package jeton.server.signup;

import java.time.Instant;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.signup.SignUpDecision;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import jeton.server.people.People;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Sign-ups with their evidence. */
@Repository
class SignUpStore {

  /** A checked submission. */
  record Row(
      long formId,
      SignUps.Submission submission,
      People.Told told,
      List<Long> wordingIds,
      Optional<String> doubt) {}

  static final int MOST_CAMPAIGN = 300;

  private static final String ADD =
      """
      INSERT INTO sign_up (person_id, offer_id, form_id, submission_key, at, decision, page, campaign, zone,
                           network, doubt, consent_wording_id, consent_given, told_email, told_first_name, told_answers,
                           lists)
      VALUES (:personId, :offerId, :formId, :submissionKey, :now, :decision, :page, :campaign, :zone,
              :network, :doubt, :wordingId, :consentGiven, :toldEmail, :toldFirstName, :toldAnswers, :lists)
      """;

  private static final String ADD_CONSENT =
      """
      INSERT IGNORE INTO further_consent (sign_up_id, consent_wording_id, given)
      VALUES (:signUpId, :wordingId, :given)
      """;
  private static final String ADD_WORDING =
      "INSERT IGNORE INTO consent_wording (hash, wording) VALUES (:hash, :wording)";

  private static final String WORDING = "SELECT id FROM consent_wording WHERE hash = :hash";

  private static final String COUNT_SINCE =
      "SELECT COUNT(*) FROM sign_up WHERE person_id = :personId AND at > :since";

  private final JdbcClient db;
  private final Documents documents;

  SignUpStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  /** The lists of somebody's sign-ups for an offer since they last left one of them. */
  List<Long> lists(long personId, long offerId) {
    return db
        .sql(
            """
            SELECT s.lists FROM sign_up s
             WHERE s.person_id = :personId AND s.offer_id = :offerId
               AND s.at > COALESCE((SELECT MAX(m.left_at) FROM list_member m WHERE m.person_id = s.person_id), '1970-01-01')
            """)
        .param("personId", personId)
        .param("offerId", offerId)
        .query(String.class)
        .list()
        .stream()
        .flatMap(numbers -> Arrays.stream(numbers.split(",")))
        .filter(number -> !number.isEmpty())
        .map(Long::valueOf)
        .distinct()
        .toList();
  }

  /** Numbers with commas between. */
  private static String numbers(Collection<Long> ids) {
    return ids.stream().map(String::valueOf).collect(Collectors.joining(","));
  }

  /** Who signs up for what. */
  record Meeting(long offerId, People.Met met) {}

  long add(Meeting meeting, Row row, SignUpDecision decision, Instant now) {
    boolean isNew = meeting.met().isNew();
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("personId", meeting.met().person().id())
        .param("offerId", meeting.offerId())
        .param("formId", row.formId())
        .param("submissionKey", row.submission().submissionKey())
        .param("now", Utc.bind(now))
        .param("decision", decision.name())
        .param("page", SignUps.shortened(row.submission().page()))
        .param("campaign", SignUps.shortened(row.submission().campaign(), MOST_CAMPAIGN))
        .param("doubt", row.doubt().orElse(null))
        .param("lists", numbers(row.submission().lists()))
        .param("zone", row.told().zone().orElse(null))
        .param("network", row.submission().network())
        .param("wordingId", row.wordingIds().stream().findFirst().orElse(null))
        .param(
            "consentGiven",
            row.submission().consents().stream()
                .findFirst()
                .map(SignUps.Consent::given)
                .orElse(false))
        .param("toldEmail", isNew ? null : row.told().address().send())
        .param("toldFirstName", isNew ? null : row.told().firstName())
        .param("toldAnswers", isNew ? null : documents.write(row.submission().answers()))
        .update(id);
    long signUpId = id.getKey().longValue();
    for (int i = 1; i < row.wordingIds().size(); i++) {
      db.sql(ADD_CONSENT)
          .param("signUpId", signUpId)
          .param("wordingId", row.wordingIds().get(i))
          .param("given", row.submission().consents().get(i).given())
          .update();
    }
    return signUpId;
  }

  long countSince(long personId, Instant since) {
    return db.sql(COUNT_SINCE)
        .param("personId", personId)
        .param("since", Utc.bind(since))
        .query(Long.class)
        .single();
  }

  /** A wording is kept once; each sign-up points at the one it was shown. */
  long wordingId(byte[] hash, String wording) {
    db.sql(ADD_WORDING).param("hash", hash).param("wording", wording).update();
    return db.sql(WORDING).param("hash", hash).query(Long.class).single();
  }
}
