package jeton.server.signup;

import java.time.Instant;
import java.util.Optional;
import jeton.core.upkeep.KeptKind;
import jeton.server.database.Fading;
import jeton.server.database.Utc;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** From which networks people signed up and confirmed, forgotten after a while. */
@Repository
class NetworkStore implements Fading {
  private static final String PAGE =
      """
      SELECT MAX(id) AS last, MAX(at) AS newest
        FROM (SELECT id, at FROM sign_up WHERE id > :after ORDER BY id LIMIT :most) page
      """;
  private static final String FORGET =
      """
      UPDATE sign_up SET network = '', confirmed_network = NULL
       WHERE id > :after AND id <= :last AND at < :before
         AND (network <> '' OR confirmed_network IS NOT NULL)
      """;

  private final JdbcClient db;
  // Sign-ups are numbered in their order: those up to here have no network any more. Looked
  // through anew after a start.
  private volatile long done;

  NetworkStore(JdbcClient db) {
    this.db = db;
  }

  /** Sign-ups one after the other; an empty page has no newest. */
  private record Page(long last, Optional<Instant> newest) {}

  @Override
  public KeptKind kind() {
    return KeptKind.NETWORKS;
  }

  @Override
  public int forget(Instant before, int most) {
    Page page = page(done, most);
    while (page.newest().isPresent()) {
      int forgotten =
          db.sql(FORGET)
              .param("after", done)
              .param("last", page.last())
              .param("before", Utc.bind(before))
              .update();
      if (page.newest().get().isBefore(before)) {
        done = page.last();
      } else if (forgotten == 0) {
        return 0;
      }
      if (forgotten > 0) {
        return forgotten;
      }
      page = page(done, most);
    }
    return 0;
  }

  private Page page(long after, int most) {
    return db.sql(PAGE)
        .param("after", after)
        .param("most", most)
        .query((row, n) -> new Page(row.getLong("last"), Utc.readOptional(row, "newest")))
        .single();
  }
}
