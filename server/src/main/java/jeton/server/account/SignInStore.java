package jeton.server.account;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.account.GuessingPace;
import jeton.core.upkeep.KeptKind;
import jeton.server.database.Fading;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Attempts to sign in, without secrets: the address is kept as a hash. */
@Repository
class SignInStore implements Fading {
  private static final int MOST_AGENT = 200;
  private static final String BEGIN =
      """
      INSERT INTO sign_in (at, who, network, agent, outcome)
      VALUES (:now, :who, :network, :agent, 'TRYING')
      """;
  private static final String END =
      "UPDATE sign_in SET outcome = :outcome, owner_id = :ownerId WHERE id = :id";
  // An attempt that still runs counts as wrong: many at once must not pass before they count.
  private static final String WRONG =
      """
      SELECT COUNT(*) AS number, MAX(at) AS last
        FROM sign_in
       WHERE at > :since AND id < :before AND outcome IN ('WRONG', 'TRYING')
      """;
  private static final String AT_ADDRESS = WRONG + " AND who = :who AND network = :network";
  private static final String FROM_NETWORK = WRONG + " AND network = :network";
  private static final String AT_ADDRESS_FROM_ALL = WRONG + " AND who = :who";
  private static final String KNOWN_NETWORK =
      """
      SELECT 1 FROM sign_in
       WHERE who = :who AND network = :network AND outcome = 'IN' AND at > :since
       LIMIT 1
      """;
  private static final String OF_OWNER =
      """
      SELECT at, network, agent, outcome FROM sign_in
       WHERE who = :who
       ORDER BY at DESC, id DESC
       LIMIT 20
      """;
  private static final String FORGET = "DELETE FROM sign_in WHERE at < :before LIMIT :most";

  private final JdbcClient db;

  SignInStore(JdbcClient db) {
    this.db = db;
  }

  /** What became of an attempt. */
  enum Outcome {
    TRYING,
    IN,
    WRONG,
    /** Not looked at: too many went before. */
    SLOWED
  }

  /** Who tries from where. */
  record Attempt(byte[] who, String network, String agent) {}

  long begin(Attempt attempt, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    String agent = attempt.agent();
    db.sql(BEGIN)
        .param("now", Utc.bind(now))
        .param("who", attempt.who())
        .param("network", attempt.network())
        .param("agent", agent.length() > MOST_AGENT ? agent.substring(0, MOST_AGENT) : agent)
        .update(id);
    return id.getKey().longValue();
  }

  void end(long id, Outcome outcome, Optional<Long> ownerId) {
    db.sql(END)
        .param("id", id)
        .param("outcome", outcome.name())
        .param("ownerId", ownerId.orElse(null))
        .update();
  }

  GuessingPace.Guesses atAddress(Attempt attempt, long before, Instant since) {
    return guesses(
        db.sql(AT_ADDRESS).param("who", attempt.who()).param("network", attempt.network()),
        before,
        since);
  }

  GuessingPace.Guesses fromNetwork(Attempt attempt, long before, Instant since) {
    return guesses(db.sql(FROM_NETWORK).param("network", attempt.network()), before, since);
  }

  GuessingPace.Guesses atAddressFromAll(Attempt attempt, long before, Instant since) {
    return guesses(db.sql(AT_ADDRESS_FROM_ALL).param("who", attempt.who()), before, since);
  }

  private static GuessingPace.Guesses guesses(
      JdbcClient.StatementSpec sql, long before, Instant since) {
    return sql.param("before", before)
        .param("since", Utc.bind(since))
        .query(
            (row, n) ->
                new GuessingPace.Guesses(row.getInt("number"), Utc.readOptional(row, "last")))
        .single();
  }

  boolean isKnownNetwork(Attempt attempt, Instant since) {
    return db.sql(KNOWN_NETWORK)
        .param("who", attempt.who())
        .param("network", attempt.network())
        .param("since", Utc.bind(since))
        .query(Integer.class)
        .optional()
        .isPresent();
  }

  List<Accounts.SignInLine> of(byte[] who) {
    return db.sql(OF_OWNER)
        .param("who", who)
        .query(
            (row, n) ->
                new Accounts.SignInLine(
                    Utc.read(row, "at"),
                    row.getString("network"),
                    row.getString("agent"),
                    row.getString("outcome").equals(Outcome.IN.name())))
        .list();
  }

  @Override
  public KeptKind kind() {
    return KeptKind.SIGN_INS;
  }

  @Override
  public int forget(Instant before, int most) {
    return db.sql(FORGET).param("before", Utc.bind(before)).param("most", most).update();
  }
}
