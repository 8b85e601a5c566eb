package jeton.server.wheel;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Spins, the stock they take from, and the mailboxes they are counted by. */
@Repository
class SpinStore {
  private static final String COLUMNS =
      "s.id, s.offer_id, s.edition_id, s.at, s.slice, s.won, s.state, s.person_id, s.counted_at,"
          + " s.used_at, s.given_back";

  private static final String SELECT = "SELECT " + COLUMNS + " FROM spin s ";

  private static final String ADD =
      """
      INSERT IGNORE INTO spin (offer_id, form_id, edition_id, submission_key, at, mailbox, slice, won, state,
                        free_at, person_id, sign_up_id, counted_at)
      VALUES (:offerId, :formId, :editionId, :key, :now, :mailbox, :slice, :won, :state,
              :freeAt, :personId, :signUpId, NULL)
      """;

  private static final String MOVE =
      """
      UPDATE spin SET person_id = :personId, sign_up_id = :signUpId, mailbox = :mailbox, state = :state,
                      free_at = :freeAt
       WHERE id = :id AND spin.state = 'RESERVED'
      """;

  private static final String LOCK_MAILBOX =
      """
      INSERT INTO wheel_mailbox (offer_id, mailbox, asked) VALUES (:offerId, :mailbox, 1)
          ON DUPLICATE KEY UPDATE asked = asked + 1
      """;

  private static final String SPUN =
      """
      SELECT at FROM spin
       WHERE offer_id = :offerId AND mailbox = :mailbox AND NOT given_back
      """;

  private static final String TAKEN =
      "SELECT slice, taken FROM wheel_stock WHERE offer_id = :offerId";

  private static final String HAVE_ROW =
      "INSERT IGNORE INTO wheel_stock (offer_id, slice, taken) VALUES (:offerId, :slice, 0)";

  private static final String TAKE =
      """
      UPDATE wheel_stock SET taken = taken + 1
       WHERE offer_id = :offerId AND slice = :slice AND taken < :pieces
      """;

  private static final String PUT_BACK =
      """
      UPDATE wheel_stock SET taken = taken - 1
       WHERE offer_id = :offerId AND slice = :slice AND taken > 0
      """;

  private static final String OF_PEOPLE =
      SELECT
          + "WHERE s.person_id IN (:people) AND s.offer_id IN (:offers) AND s.state = 'GIVEN' ORDER BY s.id";

  private static final String OVERDUE =
      SELECT
          + "WHERE s.state = 'RESERVED' AND s.free_at <= :now ORDER BY s.free_at, s.id LIMIT :most"
          + " FOR UPDATE SKIP LOCKED";

  private final JdbcClient db;

  SpinStore(JdbcClient db) {
    this.db = db;
  }

  /** Whose a spin is. */
  record Owner(
      long personId, long signUpId, String mailbox, Spin.State state, Optional<Instant> freeAt) {}

  /** What was drawn, in which form. */
  record Drawn(
      long offerId,
      long formId,
      String key,
      long editionId,
      String slice,
      boolean won,
      Instant at) {}

  private static JdbcClient.StatementSpec owner(JdbcClient.StatementSpec sql, Owner owner) {
    return sql.param("personId", owner.personId())
        .param("signUpId", owner.signUpId())
        .param("mailbox", owner.mailbox())
        .param("state", owner.state().name())
        .param("freeAt", Utc.bind(owner.freeAt()));
  }

  /** The number of a new spin; empty where the rendered form has one already. */
  Optional<Long> add(Drawn drawn, Owner owner) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    owner(db.sql(ADD), owner)
        .param("offerId", drawn.offerId())
        .param("formId", drawn.formId())
        .param("editionId", drawn.editionId())
        .param("key", drawn.key())
        .param("now", Utc.bind(drawn.at()))
        .param("slice", drawn.slice())
        .param("won", drawn.won())
        .update(id, "id");
    return Optional.ofNullable(id.getKey()).map(Number::longValue);
  }

  /** The same rendered form, with an address put right; only while it waits. */
  void move(long id, Owner owner) {
    owner(db.sql(MOVE), owner).param("id", id).update();
  }

  /**
   * Whoever spins by this mailbox waits until the caller's transaction ends.
   *
   * @return whether nobody did before
   */
  boolean lockMailbox(long offerId, String mailbox) {
    return 1 == db.sql(LOCK_MAILBOX).param("offerId", offerId).param("mailbox", mailbox).update();
  }

  /** When a mailbox spun, as far as it counts. */
  List<Instant> spun(long offerId, String mailbox) {
    return db.sql(SPUN)
        .param("offerId", offerId)
        .param("mailbox", mailbox)
        .query((row, n) -> Utc.read(row, "at"))
        .list();
  }

  /** The owner gives a mailbox its spins back. */
  void giveBack(long offerId, long spinId) {
    db.sql(
            """
            UPDATE spin s JOIN spin one ON one.offer_id = s.offer_id AND one.mailbox = s.mailbox
               SET s.given_back = TRUE
             WHERE one.id = :id AND one.offer_id = :offerId AND NOT s.given_back
            """)
        .param("id", spinId)
        .param("offerId", offerId)
        .update();
  }

  /** Pieces that are won or reserved, by slices. */
  Map<String, Integer> taken(long offerId) {
    Map<String, Integer> taken = new HashMap<>();
    db.sql(TAKEN)
        .param("offerId", offerId)
        .query(
            row -> {
              taken.put(row.getString("slice"), row.getInt("taken"));
            });
    return taken;
  }

  /**
   * Takes a piece of a slice; the row stays locked until the caller's transaction ends.
   *
   * @return false when all are taken
   */
  boolean take(long offerId, String slice, int pieces) {
    boolean took = taking(offerId, slice, pieces);
    if (!took && !taken(offerId).containsKey(slice)) {
      db.sql(HAVE_ROW).param("offerId", offerId).param("slice", slice).update();
      took = taking(offerId, slice, pieces);
    }
    return took;
  }

  private boolean taking(long offerId, String slice, int pieces) {
    return db.sql(TAKE)
            .param("offerId", offerId)
            .param("slice", slice)
            .param("pieces", pieces)
            .update()
        == 1;
  }

  void putBack(long offerId, String slice) {
    db.sql(PUT_BACK).param("offerId", offerId).param("slice", slice).update();
  }

  Optional<Spin> byKey(long offerId, String key) {
    return db.sql(SELECT + "WHERE s.submission_key = :key AND s.offer_id = :offerId")
        .param("key", key)
        .param("offerId", offerId)
        .query(SpinStore::spin)
        .optional();
  }

  Optional<Spin> bySignUp(long signUpId) {
    return db.sql(SELECT + "WHERE s.sign_up_id = :id FOR UPDATE")
        .param("id", signUpId)
        .query(SpinStore::spin)
        .optional();
  }

  Optional<Spin> find(long offerId, long id) {
    return db.sql(SELECT + "WHERE s.id = :id AND s.offer_id = :offerId")
        .param("id", id)
        .param("offerId", offerId)
        .query(SpinStore::spin)
        .optional();
  }

  /** The newest first. */
  List<Spin> ofPerson(long offerId, long personId) {
    return db.sql(
            SELECT + "WHERE s.person_id = :personId AND s.offer_id = :offerId ORDER BY s.id DESC")
        .param("personId", personId)
        .param("offerId", offerId)
        .query(SpinStore::spin)
        .list();
  }

  /** All a person won whose prize is what some offer gives, of any wheel; the newest first. */
  List<Spin> wonBy(long personId) {
    return db.sql(
            SELECT
                + "WHERE s.person_id = :personId AND s.state = 'GIVEN' AND s.won ORDER BY s.id DESC")
        .param("personId", personId)
        .query(SpinStore::spin)
        .list();
  }

  /** Those of several people that were given to them, the newest last. */
  List<Spin> given(Collection<Long> people, Collection<Long> offers) {
    return people.isEmpty()
        ? List.of()
        : db.sql(OF_PEOPLE)
            .param("people", people)
            .param("offers", offers)
            .query(SpinStore::spin)
            .list();
  }

  void state(long id, Spin.State state) {
    db.sql("UPDATE spin SET state = :state, free_at = NULL WHERE id = :id")
        .param("id", id)
        .param("state", state.name())
        .update();
  }

  /** Stays reserved for good. */
  void keep(long id) {
    db.sql("UPDATE spin SET free_at = NULL WHERE id = :id").param("id", id).update();
  }

  void count(long id, Instant now) {
    db.sql("UPDATE spin SET counted_at = :now WHERE id = :id")
        .param("id", id)
        .param("now", Utc.bind(now))
        .update();
  }

  void used(long id, Instant now) {
    db.sql("UPDATE spin SET used_at = COALESCE(used_at, :now) WHERE id = :id")
        .param("id", id)
        .param("now", Utc.bind(now))
        .update();
  }

  /** Reserved ones whose moment has come, locked; what somebody else has locked is left to them. */
  List<Spin> overdue(Instant now, int most) {
    return db.sql(OVERDUE)
        .param("now", Utc.bind(now))
        .param("most", most)
        .query(SpinStore::spin)
        .list();
  }

  static Spin spin(ResultSet row, int n) throws SQLException {
    return new Spin(
        row.getLong("id"),
        row.getLong("offer_id"),
        row.getLong("edition_id"),
        Utc.read(row, "at"),
        row.getString("slice"),
        row.getBoolean("won"),
        Spin.State.valueOf(row.getString("state")),
        row.getLong("person_id"),
        Utc.readOptional(row, "counted_at"),
        Utc.readOptional(row, "used_at"),
        row.getBoolean("given_back"));
  }
}
