package jeton.server.people;

import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.server.database.Utc;
import jeton.server.segment.CriterionSql;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** People as a table shows them: found by words and a question, a page at a time. */
@Repository
class PeopleTableStore {
  private static final int COUNTED = 100_001;

  private static final String TAGS_OF =
      """
      SELECT p.person_id, t.name FROM person_tag p JOIN tag t ON t.tag_key = p.tag_key
       WHERE p.person_id IN (:ids)
       ORDER BY t.name
      """;

  private static final String LISTS_OF =
      """
      SELECT m.person_id, l.name FROM list_member m JOIN mailing_list l ON l.id = m.list_id AND l.removed_at IS NULL
       WHERE m.person_id IN (:ids) AND m.left_at IS NULL
       ORDER BY l.id
      """;

  private final JdbcClient db;
  private final PersonStore persons;

  PeopleTableStore(JdbcClient db, PersonStore persons) {
    this.db = db;
    this.persons = persons;
  }

  /** Words and a question, ready to be asked. */
  record Search(String words, CriterionSql.Where where) {}

  /**
   * A page of people, newest first, and how many there are, counted up to 100,001.
   *
   * @param from how many to pass over
   */
  People.Page page(Search search, int from, int most) {
    if (search.words().isBlank()) {
      return new People.Page(search(search, from, most), count(search));
    }
    // Words are looked for once for both, within an index of all addresses and names.
    List<Long> found = matching(search);
    return new People.Page(
        found.size() < COUNTED
            ? inOrder(
                found.stream().sorted(Comparator.reverseOrder()).skip(from).limit(most).toList())
            : search(search, from, most),
        found.size());
  }

  private List<Long> matching(Search search) {
    Map<String, Object> params = new HashMap<>(Map.of("counted", COUNTED));
    String where = where(search, params);
    return db.sql("SELECT p.id FROM person p FORCE INDEX (by_words)" + where + " LIMIT :counted")
        .params(params)
        .query(Long.class)
        .list();
  }

  private List<Person> inOrder(List<Long> ids) {
    return ids.isEmpty()
        ? List.of()
        : db.sql(
                "SELECT id, email, first_name, state, zone, created_at FROM person"
                    + " WHERE id IN (:ids) ORDER BY id DESC")
            .param("ids", ids)
            .query(PersonStore::person)
            .list();
  }

  List<Person> search(Search search, int from, int most) {
    Map<String, Object> params = new HashMap<>(Map.of("from", from, "most", most));
    String where = where(search, params);
    return db.sql(
            "SELECT id, email, first_name, state, zone, created_at FROM person p"
                + where
                + " ORDER BY p.id DESC LIMIT :most OFFSET :from")
        .params(params)
        .query(PersonStore::person)
        .list();
  }

  List<Person> below(Search search, long below, int most) {
    Map<String, Object> params = new HashMap<>(Map.of("below", below, "most", most));
    String where = where(search, params);
    return db.sql(
            "SELECT id, email, first_name, state, zone, created_at FROM person p"
                + where
                + " AND p.id < :below ORDER BY p.id DESC LIMIT :most")
        .params(params)
        .query(PersonStore::person)
        .list();
  }

  List<String> origins(String column) {
    return db.sql(
            "SELECT %1$s FROM person WHERE %1$s IS NOT NULL GROUP BY %1$s ORDER BY COUNT(*) DESC LIMIT 100"
                .formatted(column))
        .query(String.class)
        .list();
  }

  /** Of a page of people, what a table may show: three questions for all of them. */
  List<People.PersonRow> rows(List<Person> people) {
    if (people.isEmpty()) {
      return List.of();
    }
    List<Long> ids = people.stream().map(Person::id).toList();
    Map<Long, List<String>> tags = named(TAGS_OF, ids);
    Map<Long, List<String>> lists = named(LISTS_OF, ids);
    Map<Long, Map<String, String>> answers = persons.answers(ids);
    Map<Long, Origin> origins = origins(ids);
    return people.stream()
        .map(
            person ->
                new People.PersonRow(
                    person,
                    tags.getOrDefault(person.id(), List.of()),
                    lists.getOrDefault(person.id(), List.of()),
                    answers.getOrDefault(person.id(), Map.of()),
                    origins.get(person.id()).listedSince(),
                    origins.get(person.id()).source()))
        .toList();
  }

  private record Origin(Optional<Instant> listedSince, String source) {}

  private Map<Long, Origin> origins(Collection<Long> ids) {
    Map<Long, Origin> origins = new HashMap<>();
    db.sql(
            "SELECT id, listed_since, COALESCE(from_site, '') AS site, COALESCE(from_campaign, '') AS campaign"
                + " FROM person WHERE id IN (:ids)")
        .param("ids", ids)
        .query(
            row -> {
              String campaign = row.getString("campaign");
              String site = row.getString("site");
              String source =
                  campaign.isEmpty() ? site : site.isEmpty() ? campaign : site + ", " + campaign;
              origins.put(
                  row.getLong("id"), new Origin(Utc.readOptional(row, "listed_since"), source));
            });
    return origins;
  }

  private Map<Long, List<String>> named(String sql, Collection<Long> ids) {
    Map<Long, List<String>> named = new HashMap<>();
    db.sql(sql)
        .param("ids", ids)
        .query(
            row -> {
              named
                  .computeIfAbsent(row.getLong("person_id"), id -> new java.util.ArrayList<>())
                  .add(row.getString("name"));
            });
    return named;
  }

  private long count(Search search) {
    Map<String, Object> params = new HashMap<>(Map.of("counted", COUNTED));
    String where = where(search, params);
    return db.sql("SELECT COUNT(*) FROM (SELECT 1 FROM person p" + where + " LIMIT :counted) found")
        .params(params)
        .query(Long.class)
        .single();
  }

  private static String where(Search search, Map<String, Object> params) {
    StringBuilder where =
        new StringBuilder(
            " WHERE p.erased_at IS NULL AND (p.merged_into IS NULL OR p.state <> 'LEFT') AND ");
    where.append(search.where().sql());
    params.putAll(search.where().params());
    if (!search.words().isBlank()) {
      String words =
          search.words().strip().replace("!", "!!").replace("%", "!%").replace("_", "!_");
      where.append(
          " AND (p.email_key LIKE :key ESCAPE '!' OR p.first_name LIKE :words ESCAPE '!')");
      params.put(
          "key",
          "%" + words.toLowerCase(java.util.Locale.ROOT).replaceAll("[^\\x20-\\x7E]", "?") + "%");
      params.put("words", words + "%");
    }
    return where.toString();
  }
}
