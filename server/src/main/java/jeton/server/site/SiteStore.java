package jeton.server.site;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jeton.core.upkeep.KeptKind;
import jeton.server.database.Fading;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.support.TransactionOperations;

/** Sites and sightings. */
@Repository
class SiteStore implements Fading {
  private static final int MOST_PAGES = 20;

  private static final String ALL =
      "SELECT id, site_key, name, origin, created_at FROM site ORDER BY id";
  private static final String ADD =
      """
      INSERT INTO site (site_key, name, origin, created_at)
      VALUES (:key, :name, :origin, :now)
      """;
  private static final String SAVE =
      "UPDATE site SET name = :name, origin = :origin WHERE id = :id";
  private static final String FORGET_SIGHTINGS = "DELETE FROM sighting WHERE site_id = :id";
  private static final String REMOVE = "DELETE FROM site WHERE id = :id";
  private static final String SEEN =
      """
      INSERT INTO sighting (site_id, form_key, page_hash, page, seen_at, times)
      VALUES (:siteId, :formKey, :hash, :page, :now, :times)
          ON DUPLICATE KEY UPDATE seen_at = VALUES(seen_at), times = times + VALUES(times)
      """;
  private static final String SEEN_AGAIN =
      """
      UPDATE sighting SET seen_at = :now, times = times + :times
       WHERE site_id = :siteId AND form_key = :formKey AND page_hash = :hash
      """;
  private static final String COUNT = "SELECT COUNT(*) FROM sighting WHERE site_id = :siteId";
  private static final String FORGET = "DELETE FROM sighting WHERE seen_at < :before LIMIT :most";
  private static final String LAST_SEEN =
      """
      SELECT site_id, form_key, MAX(seen_at) AS seen_at, COUNT(*) AS pages
        FROM sighting
       GROUP BY site_id, form_key
      """;
  private static final String PAGES =
      """
      SELECT page, seen_at, times
        FROM sighting
       WHERE site_id = :siteId AND form_key = :formKey
       ORDER BY seen_at DESC
       LIMIT :most
      """;

  private final JdbcClient db;
  private final TransactionOperations tx;

  SiteStore(JdbcClient db, TransactionOperations tx) {
    this.db = db;
    this.tx = tx;
  }

  List<Site> all() {
    return db.sql(ALL).query(SiteStore::site).list();
  }

  long add(String key, String name, String origin, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    db.sql(ADD)
        .param("key", key)
        .param("name", name)
        .param("origin", origin)
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  boolean save(long id, String name, String origin) {
    return 1 == db.sql(SAVE).param("id", id).param("name", name).param("origin", origin).update();
  }

  boolean remove(long id) {
    db.sql(FORGET_SIGHTINGS).param("id", id).update();
    return 1 == db.sql(REMOVE).param("id", id).update();
  }

  /** Something seen on a page, so many times. */
  record Noted(Sightings.Place place, byte[] hash, long times) {}

  /** Counts what was seen, in one transaction; new pages only while the site has room for them. */
  void seen(long siteId, List<Noted> noted, int mostOfSite, Instant now) {
    tx.executeWithoutResult(
        status -> {
          List<Noted> isNew = new ArrayList<>();
          for (Noted one : noted) {
            if (see(SEEN_AGAIN, one, now) == 0) {
              isNew.add(one);
            }
          }
          long room =
              isNew.isEmpty()
                  ? 0
                  : mostOfSite - db.sql(COUNT).param("siteId", siteId).query(Long.class).single();
          isNew.stream().limit(Math.max(0, room)).forEach(one -> see(SEEN, one, now));
        });
  }

  private int see(String sql, Noted noted, Instant now) {
    var statement =
        db.sql(sql)
            .param("siteId", noted.place().siteId())
            .param("formKey", noted.place().formKey())
            .param("hash", noted.hash())
            .param("now", Utc.bind(now))
            .param("times", noted.times());
    return (sql.equals(SEEN) ? statement.param("page", noted.place().page()) : statement).update();
  }

  @Override
  public KeptKind kind() {
    return KeptKind.SIGHTINGS;
  }

  @Override
  public int forget(Instant before, int most) {
    return db.sql(FORGET).param("before", Utc.bind(before)).param("most", most).update();
  }

  List<Sightings.LastSeen> lastSeen() {
    return db.sql(LAST_SEEN)
        .query(
            (row, n) ->
                new Sightings.LastSeen(
                    row.getLong("site_id"),
                    Optional.of(row.getString("form_key")).filter(key -> !key.isEmpty()),
                    Utc.read(row, "seen_at"),
                    row.getInt("pages")))
        .list();
  }

  List<Sightings.SeenPage> pages(long siteId, String formKey) {
    return db.sql(PAGES)
        .param("siteId", siteId)
        .param("formKey", formKey)
        .param("most", MOST_PAGES)
        .query(
            (row, n) ->
                new Sightings.SeenPage(
                    row.getString("page"), Utc.read(row, "seen_at"), row.getLong("times")))
        .list();
  }

  private static Site site(ResultSet row, int n) throws SQLException {
    return new Site(
        row.getLong("id"),
        row.getString("site_key"),
        row.getString("name"),
        row.getString("origin"),
        Utc.read(row, "created_at"));
  }
}
