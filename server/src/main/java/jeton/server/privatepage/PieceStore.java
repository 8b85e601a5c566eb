package jeton.server.privatepage;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.privatepage.Played;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What people did with the pieces of a page (V5). */
@Repository
class PieceStore {
  /** The page itself, had open for a while. */
  static final int WHOLE_PAGE = 0;

  private static final int TO_THE_END = 90;

  private static final String OPENED =
      """
      INSERT IGNORE INTO page_progress (offer_id, person_id, piece, first_at, last_at)
      VALUES (:offerId, :personId, :piece, :now, :now)
      """;

  private static final String PLAYED =
      """
      UPDATE page_progress SET played = :played, share = :share, last_at = :now
       WHERE offer_id = :offerId AND person_id = :personId AND piece = :piece
      """;

  private static final String COUNTS =
      """
      SELECT piece, COUNT(*) AS opened, SUM(share >= :toTheEnd) AS to_the_end
        FROM page_progress
       WHERE offer_id = :offerId
       GROUP BY piece
      """;

  private static final String OF_PERSON =
      """
      SELECT piece, first_at, played, share FROM page_progress
       WHERE offer_id = :offerId AND person_id = :personId
      """;

  private final JdbcClient db;

  PieceStore(JdbcClient db) {
    this.db = db;
  }

  /** A person and a piece of an offer's page. */
  record Place(long offerId, long personId, int piece) {}

  /** What somebody did with a piece. */
  record Row(int piece, Instant firstAt, Played played, int share) {}

  /**
   * How many did something with a piece.
   *
   * @param opened people who opened or played it
   * @param toTheEnd those of them who played nine tenths of it or more
   */
  record Count(int piece, long opened, long toTheEnd) {}

  /** True the first time. The person's row is locked by the caller. */
  boolean opened(Place place, Instant now) {
    return 1 == place(db.sql(OPENED), place).param("now", Utc.bind(now)).update();
  }

  Optional<Row> find(Place place) {
    return ofPerson(place.offerId(), place.personId()).stream()
        .filter(row -> row.piece() == place.piece())
        .findFirst();
  }

  void played(Place place, Played played, int share, Instant now) {
    place(db.sql(PLAYED), place)
        .param("played", played.written())
        .param("share", share)
        .param("now", Utc.bind(now))
        .update();
  }

  List<Count> counts(long offerId) {
    return db.sql(COUNTS)
        .param("offerId", offerId)
        .param("toTheEnd", TO_THE_END)
        .query(
            (row, n) ->
                new Count(row.getInt("piece"), row.getLong("opened"), row.getLong("to_the_end")))
        .list();
  }

  List<Row> ofPerson(long offerId, long personId) {
    return db.sql(OF_PERSON)
        .param("offerId", offerId)
        .param("personId", personId)
        .query(
            (row, n) ->
                new Row(
                    row.getInt("piece"),
                    Utc.read(row, "first_at"),
                    Played.read(row.getString("played")),
                    row.getInt("share")))
        .list();
  }

  private static JdbcClient.StatementSpec place(JdbcClient.StatementSpec sql, Place place) {
    return sql.param("offerId", place.offerId())
        .param("personId", place.personId())
        .param("piece", place.piece());
  }
}
