package jeton.server.numbers;

import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import jeton.core.form.WebAddress;
import jeton.core.numbers.DayRange;
import org.springframework.jdbc.core.namedparam.MapSqlParameterSource;
import org.springframework.jdbc.core.namedparam.NamedParameterJdbcTemplate;
import org.springframework.jdbc.core.namedparam.SqlParameterSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Where people came from with their first sign-up for an offer, and what each source brought. */
@Repository
class SourceStore {
  private static final int MOST_NAME = 300;
  private static final String COUNT =
      """
      SELECT s.person_id, s.page, s.campaign
        FROM (SELECT MIN(id) AS id FROM sign_up
               WHERE offer_id = :offerId AND person_id IN (:people)
               GROUP BY person_id) first
        JOIN sign_up s ON s.id = first.id
      """;
  private static final String ID = "SELECT id FROM source WHERE kind = :kind AND name = :name";
  private static final String MEET = "INSERT IGNORE INTO source (kind, name) VALUES (:kind, :name)";
  private static final String KNOWN =
      "SELECT person_id, source_id FROM track_source WHERE offer_id = :offerId AND person_id IN (:people)";
  private static final String FORGET =
      "DELETE FROM track_source WHERE offer_id = :offerId AND person_id IN (:people)";
  private static final String KEEP =
      "INSERT INTO track_source (offer_id, person_id, source_id) VALUES (:offerId, :personId, :sourceId)";
  private static final String ADD =
      """
      INSERT INTO source_day (day, source_id, signed_up, confirmed, handed_over, used, followed_up)
      VALUES (:day, :sourceId, :signedUp, :confirmed, :handedOver, :used, :followedUp)
          ON DUPLICATE KEY UPDATE signed_up = signed_up + VALUES(signed_up),
             confirmed = confirmed + VALUES(confirmed),
             handed_over = handed_over + VALUES(handed_over),
             used = used + VALUES(used),
             followed_up = followed_up + VALUES(followed_up)
      """;
  private static final String ADD_UP =
      """
      INSERT INTO source_day (day, source_id, signed_up, confirmed, handed_over, used, followed_up)
      SELECT t.day, s.source_id, COUNT(*), SUM(t.confirmed), SUM(t.handed_over), SUM(t.used),
             SUM(t.followed_up)
        FROM track t
        JOIN track_source s ON s.offer_id = t.offer_id AND s.person_id = t.person_id
       GROUP BY t.day, s.source_id
      """;
  private static final String SUMS =
      """
      SELECT s.id, s.name, SUM(d.signed_up) AS signed_up, SUM(d.confirmed) AS confirmed,
             SUM(d.handed_over) AS handed_over, SUM(d.used) AS used, SUM(d.followed_up) AS followed_up
        FROM source_day d JOIN source s ON s.id = d.source_id
       WHERE d.day BETWEEN :from AND :to AND s.kind = :kind
       GROUP BY s.id
      HAVING signed_up > 0
       ORDER BY signed_up DESC, s.name LIMIT :most
      """;

  private final JdbcClient db;
  private final NamedParameterJdbcTemplate batch;

  SourceStore(JdbcClient db, NamedParameterJdbcTemplate batch) {
    this.db = db;
    this.batch = batch;
  }

  private record Named(Sources.Kind kind, String name) {}

  /** From what happened. */
  Map<Long, Set<Long>> count(long offerId, List<Long> people) {
    Map<Long, Set<Named>> named = new HashMap<>();
    db.sql(COUNT)
        .param("offerId", offerId)
        .param("people", people)
        .query(
            row -> {
              named.put(
                  row.getLong("person_id"),
                  named(row.getString("page"), row.getString("campaign")));
            });
    // In one order over all instances: none waits for another that waits for it.
    Map<Named, Long> ids = new HashMap<>();
    named.values().stream()
        .flatMap(Set::stream)
        .distinct()
        .sorted(Comparator.comparing(Named::kind).thenComparing(Named::name))
        .forEach(one -> ids.put(one, id(one)));
    Map<Long, Set<Long>> sources = new HashMap<>();
    named.forEach(
        (person, all) -> {
          Set<Long> ofPerson = new HashSet<>();
          all.forEach(one -> ofPerson.add(ids.get(one)));
          sources.put(person, ofPerson);
        });
    return sources;
  }

  private static Set<Named> named(String page, String campaign) {
    Set<Named> named = new HashSet<>();
    Stream.of(
            new Named(Sources.Kind.SITE, WebAddress.hostOf(page)),
            new Named(Sources.Kind.CAMPAIGN, campaign))
        .filter(one -> !one.name().isEmpty() && one.name().length() <= MOST_NAME)
        .forEach(named::add);
    return named;
  }

  private long id(Named named) {
    return find(named)
        .orElseGet(
            () -> {
              named(MEET, named).update();
              return find(named).orElseThrow();
            });
  }

  private Optional<Long> find(Named named) {
    return named(ID, named).query(Long.class).optional();
  }

  private JdbcClient.StatementSpec named(String sql, Named named) {
    return db.sql(sql).param("kind", named.kind().name()).param("name", named.name());
  }

  /** As they were counted. */
  Map<Long, Set<Long>> known(long offerId, List<Long> people) {
    Map<Long, Set<Long>> sources = new HashMap<>();
    db.sql(KNOWN)
        .param("offerId", offerId)
        .param("people", people)
        .query(
            row -> {
              sources
                  .computeIfAbsent(row.getLong("person_id"), id -> new HashSet<>())
                  .add(row.getLong("source_id"));
            });
    return sources;
  }

  void replace(long offerId, List<Long> people, List<Tracked> now) {
    db.sql(FORGET).param("offerId", offerId).param("people", people).update();
    batch.batchUpdate(
        KEEP,
        now.stream()
            .flatMap(
                one ->
                    one.sources().stream()
                        .map(
                            source ->
                                new MapSqlParameterSource("offerId", offerId)
                                    .addValue("personId", one.personId())
                                    .addValue("sourceId", source)))
            .toArray(SqlParameterSource[]::new));
  }

  /** Adds these to the days', in the order given. */
  void add(Map<Tracked.SourcePlace, Numbers.Track> changes) {
    batch.batchUpdate(
        ADD,
        changes.entrySet().stream()
            .map(
                change ->
                    new MapSqlParameterSource("day", change.getKey().day())
                        .addValue("sourceId", change.getKey().sourceId())
                        .addValue("signedUp", change.getValue().signedUp())
                        .addValue("confirmed", change.getValue().confirmed())
                        .addValue("handedOver", change.getValue().handedOver())
                        .addValue("used", change.getValue().used())
                        .addValue("followedUp", change.getValue().followedUp()))
            .toArray(SqlParameterSource[]::new));
  }

  void addUp() {
    db.sql("DELETE FROM source_day").update();
    db.sql(ADD_UP).update();
  }

  List<Sources.Brought> sums(Sources.Kind kind, DayRange days, int most) {
    return db.sql(SUMS)
        .param("kind", kind.name())
        .param("from", days.from())
        .param("to", days.to())
        .param("most", most)
        .query(
            (row, n) ->
                new Sources.Brought(
                    row.getLong("id"),
                    row.getString("name"),
                    new Numbers.Track(
                        0,
                        row.getLong("signed_up"),
                        row.getLong("confirmed"),
                        row.getLong("handed_over"),
                        row.getLong("used"),
                        row.getLong("followed_up"))))
        .list();
  }
}
