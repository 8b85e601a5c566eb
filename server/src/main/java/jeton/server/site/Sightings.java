package jeton.server.site;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import jeton.server.token.Tokens;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Where the snippet and each form were last seen, kept in memory and written once a second. What a
 * page is called comes from a browser anybody may command, so both lengths and numbers are bounded.
 */
@Component
public class Sightings {
  private static final Logger LOG = LoggerFactory.getLogger(Sightings.class);
  private static final int MOST_PAGE = 300;
  private static final int MOST_AT_ONCE = 2000;
  private static final int HASH_BYTES = 16;

  /** Pages (times forms) kept of one site: what a robot invents has an end. */
  static final int MOST_OF_SITE = 3000;

  private final SiteStore store;
  private final Clock clock;
  private final Map<Place, LongAdder> counts = new ConcurrentHashMap<>();

  Sightings(SiteStore store, Clock clock) {
    this.store = store;
    this.clock = clock;
  }

  /**
   * A form, or the snippet itself, on a page.
   *
   * @param formKey empty for the snippet
   * @param page address without query and fragment
   */
  record Place(long siteId, String formKey, String page) {}

  /**
   * When something was last seen.
   *
   * @param formKey empty for the snippet
   * @param pages on how many different ones
   */
  public record LastSeen(long siteId, Optional<String> formKey, Instant at, int pages) {}

  /** A page it was seen on. */
  public record SeenPage(String page, Instant at, long times) {}

  /** Notes that a form (or, with an empty key, the snippet) is on a page. */
  public void seen(Site site, String formKey, String url) {
    String page = url.split("[?#]", 2)[0];
    String shortened = page.length() > MOST_PAGE ? page.substring(0, MOST_PAGE) : page;
    Place place = new Place(site.id(), formKey, shortened);
    if (counts.size() < MOST_AT_ONCE || counts.containsKey(place)) {
      counts.computeIfAbsent(place, p -> new LongAdder()).increment();
    }
  }

  /** When the snippet and each form were last seen, per site. */
  public List<LastSeen> lastSeen() {
    return store.lastSeen();
  }

  /** The pages something was seen on, newest first. */
  public List<SeenPage> pages(long siteId, String formKey) {
    return store.pages(siteId, formKey);
  }

  /** Writes what was noted, all at once; a site that has its fill gets no further pages. */
  @Scheduled(fixedDelay = 1000)
  @PreDestroy
  public synchronized void flush() {
    Map<Long, List<SiteStore.Noted>> bySite = new HashMap<>();
    counts
        .keySet()
        .forEach(
            place ->
                Optional.ofNullable(counts.remove(place))
                    .ifPresent(
                        adder ->
                            bySite
                                .computeIfAbsent(place.siteId(), id -> new ArrayList<>())
                                .add(noted(place, adder.sum()))));
    Instant now = clock.instant();
    bySite.forEach((siteId, noted) -> write(siteId, noted, now));
  }

  private void write(long siteId, List<SiteStore.Noted> noted, Instant now) {
    try {
      store.seen(siteId, noted, MOST_OF_SITE, now);
    } catch (DataAccessException siteGoneOrAway) {
      LOG.warn("Sightings were lost: {}", siteGoneOrAway.getClass().getSimpleName());
    }
  }

  private static SiteStore.Noted noted(Place place, long times) {
    return new SiteStore.Noted(place, Arrays.copyOf(Tokens.hash(place.page()), HASH_BYTES), times);
  }
}
