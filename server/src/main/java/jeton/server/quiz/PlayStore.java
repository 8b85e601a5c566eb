package jeton.server.quiz;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Plays: kept under the key of the rendered form, then the person's. */
@Repository
class PlayStore {
  private static final String COLUMNS =
      "p.id, p.edition_id, p.at, p.outcome, p.answers, p.person_id, p.given_at, p.counted_at, p.tags_given";

  private static final String SELECT = "SELECT " + COLUMNS + " FROM quiz_play p ";

  private static final String KEEP =
      """
      INSERT INTO quiz_play (offer_id, form_id, edition_id, submission_key, at, outcome, answers, owner)
      SELECT :offerId, :formId, :editionId, :key, :now, :outcome, :answers, 0 FROM DUAL
       WHERE NOT EXISTS (SELECT 1 FROM quiz_play WHERE submission_key = :key AND owner > 0)
          ON DUPLICATE KEY UPDATE edition_id = VALUES(edition_id), at = VALUES(at),
                                  outcome = VALUES(outcome), answers = VALUES(answers)
      """;

  private static final String OWN =
      """
      INSERT INTO quiz_play (offer_id, form_id, edition_id, submission_key, at, outcome, answers,
                             owner, person_id, sign_up_id, given_at)
      VALUES (:offerId, :formId, :editionId, :key, :now, :outcome, :answers,
              :personId, :personId, :signUpId, :givenAt)
      """;

  private static final String OWN_KEPT =
      """
      INSERT INTO quiz_play (offer_id, form_id, edition_id, submission_key, at, outcome, answers,
                             owner, person_id, sign_up_id, given_at)
      SELECT offer_id, form_id, edition_id, submission_key, at, outcome, answers,
             :personId, :personId, :signUpId, :givenAt
        FROM quiz_play
       WHERE submission_key = :key AND offer_id = :offerId
       ORDER BY owner, id LIMIT 1
      """;

  private static final String FORGET_KEPT =
      "DELETE FROM quiz_play WHERE submission_key = :key AND owner = 0";

  private static final String KEPT =
      SELECT
          + "WHERE p.submission_key = :key AND p.offer_id = :offerId ORDER BY p.owner, p.id LIMIT 1";

  private static final String FIND = SELECT + "WHERE p.id = :id AND p.offer_id = :offerId";

  private static final String BY_SIGN_UP = SELECT + "WHERE p.sign_up_id = :signUpId";

  private static final String OF_PERSON =
      SELECT + "WHERE p.person_id = :personId AND p.offer_id = :offerId ORDER BY p.id DESC";

  private static final String OF_PEOPLE =
      "SELECT "
          + COLUMNS
          + ", p.offer_id FROM quiz_play p WHERE p.person_id IN (:people) AND p.offer_id IN (:offers)"
          + " AND p.given_at IS NOT NULL ORDER BY p.id";

  private static final String GIVE =
      "UPDATE quiz_play SET given_at = COALESCE(given_at, :now) WHERE id = :id";

  private static final String COUNT =
      "UPDATE quiz_play SET counted_at = :now, tags_given = :tags WHERE id = :id";

  private static final String OUTCOMES =
      """
      SELECT outcome, COUNT(*) AS n FROM quiz_play
       WHERE offer_id = :offerId AND outcome IS NOT NULL
       GROUP BY outcome
      """;

  private static final String SIGNED_UP =
      "SELECT COUNT(DISTINCT person_id) FROM quiz_play WHERE offer_id = :offerId";

  private static final String PLAYERS =
      """
      SELECT p.id, p.edition_id, p.at, p.outcome, p.answers, p.person_id, p.given_at, p.counted_at,
             p.tags_given, x.email, x.first_name, f.shape
        FROM quiz_play p
        JOIN person x ON x.id = p.person_id
        LEFT JOIN form f ON f.id = p.form_id
       WHERE p.offer_id = :offerId AND p.id < :before
         AND (:outcome = '' OR p.outcome = :outcome)
         AND (:answer = '' OR p.answers LIKE :answer)
       ORDER BY p.id DESC
       LIMIT :most
      """;

  private static final String ANSWERS =
      "SELECT answers FROM quiz_play WHERE offer_id = :offerId AND person_id IS NOT NULL";

  private final JdbcClient db;

  PlayStore(JdbcClient db) {
    this.db = db;
  }

  /** What is kept of a play. */
  record Kept(
      long offerId,
      long formId,
      long editionId,
      String key,
      Instant at,
      Optional<String> outcome,
      String answers) {}

  /** Whose it becomes. */
  record Owner(long personId, long signUpId, Optional<Instant> givenAt) {}

  private static JdbcClient.StatementSpec kept(JdbcClient.StatementSpec sql, Kept play) {
    return sql.param("offerId", play.offerId())
        .param("formId", play.formId())
        .param("editionId", play.editionId())
        .param("key", play.key())
        .param("now", Utc.bind(play.at()))
        .param("outcome", play.outcome().orElse(null))
        .param("answers", play.answers());
  }

  private static JdbcClient.StatementSpec owner(JdbcClient.StatementSpec sql, Owner owner) {
    return sql.param("personId", owner.personId())
        .param("signUpId", owner.signUpId())
        .param("givenAt", Utc.bind(owner.givenAt()));
  }

  /** Nothing, once somebody signed up by this form: then its play is fixed (S9). */
  void keep(Kept play) {
    kept(db.sql(KEEP), play).update();
  }

  void own(Kept play, Owner owner) {
    owner(kept(db.sql(OWN), play), owner).update();
    forget(play.key());
  }

  /** What was kept before becomes somebody's. */
  void own(long offerId, String key, Owner owner) {
    owner(db.sql(OWN_KEPT), owner).param("offerId", offerId).param("key", key).update();
    forget(key);
  }

  private void forget(String key) {
    db.sql(FORGET_KEPT).param("key", key).update();
  }

  Optional<Play> kept(long offerId, String key) {
    return db.sql(KEPT)
        .param("offerId", offerId)
        .param("key", key)
        .query(PlayStore::play)
        .optional();
  }

  Optional<Play> find(long offerId, long id) {
    return db.sql(FIND).param("offerId", offerId).param("id", id).query(PlayStore::play).optional();
  }

  Optional<Play> bySignUp(long signUpId) {
    return db.sql(BY_SIGN_UP).param("signUpId", signUpId).query(PlayStore::play).optional();
  }

  /** The newest first. */
  List<Play> ofPerson(long offerId, long personId) {
    return db.sql(OF_PERSON)
        .param("offerId", offerId)
        .param("personId", personId)
        .query(PlayStore::play)
        .list();
  }

  /** A play, and the offer it is of. */
  record OfOffer(long offerId, Play play) {}

  /** Those of several people that were given to them, the newest last. */
  List<OfOffer> given(Collection<Long> people, Collection<Long> offers) {
    return people.isEmpty()
        ? List.of()
        : db.sql(OF_PEOPLE)
            .param("people", people)
            .param("offers", offers)
            .query((row, n) -> new OfOffer(row.getLong("offer_id"), play(row, n)))
            .list();
  }

  void give(long id, Instant now) {
    db.sql(GIVE).param("id", id).param("now", Utc.bind(now)).update();
  }

  void count(long id, List<String> tags, Instant now) {
    db.sql(COUNT)
        .param("id", id)
        .param("now", Utc.bind(now))
        .param("tags", String.join("\n", tags))
        .update();
  }

  /** How many came to an outcome. */
  record Seen(String outcome, long plays) {}

  List<Seen> outcomes(long offerId) {
    return db.sql(OUTCOMES)
        .param("offerId", offerId)
        .query((row, n) -> new Seen(row.getString("outcome"), row.getLong("n")))
        .list();
  }

  long signedUp(long offerId) {
    return db.sql(SIGNED_UP).param("offerId", offerId).query(Long.class).single();
  }

  /** Answers of all who signed up, as they are kept. */
  void eachAnswers(long offerId, Consumer<String> one) {
    db.sql(ANSWERS)
        .param("offerId", offerId)
        .query(
            row -> {
              one.accept(row.getString("answers"));
            });
  }

  /**
   * Which players are wanted.
   *
   * @param outcome of this outcome alone; empty for all
   * @param answer {@code question:answer} they gave; empty for any
   * @param before those before this number
   */
  record Wanted(long offerId, String outcome, String answer, long before, int most) {}

  /** Somebody who played. */
  record Player(Play play, String email, String firstName, String form) {}

  List<Player> players(Wanted wanted) {
    return new ArrayList<>(
        db.sql(PLAYERS)
            .param("offerId", wanted.offerId())
            .param("before", wanted.before())
            .param("outcome", wanted.outcome())
            .param("answer", wanted.answer().isEmpty() ? "" : "%;" + wanted.answer() + ";%")
            .param("most", wanted.most())
            .query(
                (row, n) ->
                    new Player(
                        play(row, n),
                        row.getString("email"),
                        row.getString("first_name"),
                        String.valueOf(row.getString("shape"))))
            .list());
  }

  private static Play play(ResultSet row, int n) throws SQLException {
    String tags = row.getString("tags_given");
    return new Play(
        row.getLong("id"),
        row.getLong("edition_id"),
        Utc.read(row, "at"),
        Optional.ofNullable(row.getString("outcome")),
        Play.read(row.getString("answers")),
        Optional.ofNullable(row.getObject("person_id", Long.class)),
        Utc.readOptional(row, "given_at"),
        Utc.readOptional(row, "counted_at"),
        tags == null || tags.isEmpty() ? List.of() : List.of(tags.split("\n")));
  }
}
