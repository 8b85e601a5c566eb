package jeton.server.offer;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import jeton.core.confirm.ConfirmSettings;
import jeton.core.handover.HandOverSettings;
import jeton.core.incentive.Incentive;
import jeton.core.offer.OfferKind;
import jeton.core.offer.OfferState;
import jeton.server.database.Documents;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** Offers and their files. */
@Repository
class OfferStore {
  private static final String SELECT =
      """
      SELECT id, slug, name, kind, state, confirm, hand_over, gives, version, updated_at, live_since
        FROM offer
      """;

  private static final String FILES =
      """
      SELECT f.id, f.offer_id, f.hash, f.name, s.size, s.media_type,
             ROW_NUMBER() OVER (PARTITION BY f.offer_id ORDER BY f.id) AS number
        FROM offer_file f
        JOIN stored_file s ON s.hash = f.hash
       WHERE f.offer_id IN (:ids)
       ORDER BY f.id
      """;

  private static final String ADD =
      """
      INSERT INTO offer (slug, name, kind, state, confirm, hand_over, gives, version, created_at, updated_at)
      VALUES (:slug, :name, :kind, 'DRAFT', :confirm, :handOver,
              JSON_SET('{}', CONCAT('$.', :kind), JSON_EXTRACT(:gives, '$')), 1, :now, :now)
      """;

  private static final String SAVE =
      """
      UPDATE offer
         SET slug = :slug, name = :name, confirm = :confirm, hand_over = :handOver,
             gives = JSON_SET(gives, CONCAT('$.', kind), JSON_EXTRACT(:gives, '$')), version = version + 1, updated_at = :now
       WHERE id = :id AND version = :version
      """;

  private static final String GIVES_NOW = "JSON_EXTRACT(gives, CONCAT('$.', kind))";

  private static final String CHANGE_STATE =
      """
      UPDATE offer
         SET state = :state, live_since = CASE WHEN :state = 'LIVE' THEN :now ELSE live_since END
       WHERE id = :id
      """;

  private static final String CHANGE_KIND =
      """
      UPDATE offer
         SET kind = :kind, version = version + 1, updated_at = :now
       WHERE id = :id AND state = 'DRAFT'
         AND NOT EXISTS (SELECT 1 FROM sign_up s WHERE s.offer_id = offer.id)
      """;

  private static final String ADD_FILE =
      "INSERT INTO offer_file (offer_id, hash, name, added_at) VALUES (:id, :hash, :name, :now)";

  private static final String REPLACE_FILE =
      "UPDATE offer_file SET hash = :hash, name = :name WHERE id = :fileId AND offer_id = :id";

  private static final String REMOVE_FILE =
      "DELETE FROM offer_file WHERE id = :fileId AND offer_id = :id";

  private final JdbcClient db;
  private final Documents documents;

  OfferStore(JdbcClient db, Documents documents) {
    this.db = db;
    this.documents = documents;
  }

  List<Offer> all() {
    return withFiles(db.sql(SELECT + " ORDER BY id DESC").query(this::offer).list());
  }

  Optional<Offer> find(long id) {
    return withFiles(db.sql(SELECT + " WHERE id = :id").param("id", id).query(this::offer).list())
        .stream()
        .findFirst();
  }

  boolean slugTaken(String slug) {
    return db.sql("SELECT 1 FROM offer WHERE slug = :slug")
        .param("slug", slug)
        .query(Integer.class)
        .optional()
        .isPresent();
  }

  long add(OfferSettings settings, OfferKind kind, Instant now) {
    GeneratedKeyHolder id = new GeneratedKeyHolder();
    settings(db.sql(ADD), settings)
        .param("confirm", documents.write(settings.confirm()))
        .param("handOver", documents.write(settings.handOver()))
        .param("gives", documents.write(settings.gives()))
        .param("kind", kind.name())
        .param("now", Utc.bind(now))
        .update(id);
    return id.getKey().longValue();
  }

  /** False when somebody saved in between. */
  boolean save(long id, int version, OfferSettings settings, Instant now) {
    return 1
        == settings(db.sql(SAVE), settings)
            .param("confirm", documents.over(db, "offer", "confirm", id, settings.confirm()))
            .param("handOver", documents.over(db, "offer", "hand_over", id, settings.handOver()))
            .param("gives", documents.over(db, "offer", GIVES_NOW, id, settings.gives()))
            .param("id", id)
            .param("version", version)
            .param("now", Utc.bind(now))
            .update();
  }

  void changeState(long id, OfferState state, Instant now) {
    db.sql(CHANGE_STATE)
        .param("id", id)
        .param("state", state.name())
        .param("now", Utc.bind(now))
        .update();
  }

  /** The kind of a draft that nobody has signed up for (G1); false when it is none. */
  boolean changeKind(long id, OfferKind kind, Instant now) {
    return 1
        == db.sql(CHANGE_KIND)
            .param("id", id)
            .param("kind", kind.name())
            .param("now", Utc.bind(now))
            .update();
  }

  /** Holds the offer until the transaction ends: its files are counted one addition at a time. */
  void lock(long id) {
    db.sql("SELECT id FROM offer WHERE id = :id FOR UPDATE")
        .param("id", id)
        .query(Long.class)
        .optional();
  }

  void addFile(long id, String hash, String name, Instant now) {
    db.sql(ADD_FILE)
        .param("id", id)
        .param("hash", hash)
        .param("name", name)
        .param("now", Utc.bind(now))
        .update();
  }

  boolean replaceFile(long id, long fileId, String hash, String name) {
    return 1
        == db.sql(REPLACE_FILE)
            .param("id", id)
            .param("fileId", fileId)
            .param("hash", hash)
            .param("name", name)
            .update();
  }

  boolean removeFile(long id, long fileId) {
    return 1 == db.sql(REMOVE_FILE).param("id", id).param("fileId", fileId).update();
  }

  private static JdbcClient.StatementSpec settings(
      JdbcClient.StatementSpec sql, OfferSettings settings) {
    return sql.param("slug", settings.slug()).param("name", settings.name());
  }

  /** What was set for this kind, else what it starts from; other kinds' settings are kept (G1). */
  private Incentive gives(String byKind, OfferKind kind) {
    return Optional.ofNullable(documents.part(byKind, kind.name(), Incentive.class))
        .orElseGet(kind::blank);
  }

  private List<Offer> withFiles(List<Offer> offers) {
    if (offers.isEmpty()) {
      return offers;
    }
    record Owned(long offerId, Offer.OfferFile file) {}
    Map<Long, List<Offer.OfferFile>> files =
        db
            .sql(FILES)
            .param("ids", offers.stream().map(Offer::id).toList())
            .query((row, n) -> new Owned(row.getLong("offer_id"), file(row)))
            .list()
            .stream()
            .collect(
                Collectors.groupingBy(
                    Owned::offerId, Collectors.mapping(Owned::file, Collectors.toList())));
    return offers.stream()
        .map(
            o ->
                new Offer(
                    o.id(),
                    o.kind(),
                    o.state(),
                    o.settings(),
                    files.getOrDefault(o.id(), List.of()),
                    o.version(),
                    o.updatedAt(),
                    o.liveSince()))
        .toList();
  }

  private static Offer.OfferFile file(ResultSet row) throws SQLException {
    return new Offer.OfferFile(
        row.getLong("id"),
        row.getInt("number"),
        row.getString("hash"),
        row.getString("name"),
        row.getLong("size"),
        row.getString("media_type"));
  }

  private Offer offer(ResultSet row, int n) throws SQLException {
    OfferKind kind = OfferKind.valueOf(row.getString("kind"));
    OfferSettings settings =
        new OfferSettings(
            row.getString("name"),
            row.getString("slug"),
            documents.read(row.getString("confirm"), ConfirmSettings.class),
            documents.read(row.getString("hand_over"), HandOverSettings.class),
            gives(row.getString("gives"), kind));
    return new Offer(
        row.getLong("id"),
        kind,
        OfferState.valueOf(row.getString("state")),
        settings,
        List.of(),
        row.getInt("version"),
        Utc.read(row, "updated_at"),
        Utc.readOptional(row, "live_since"));
  }
}
