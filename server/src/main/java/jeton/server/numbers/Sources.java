package jeton.server.numbers;

import java.util.List;
import jeton.core.numbers.DayRange;
import org.springframework.stereotype.Service;

/** What sites and campaigns brought: people by where their first sign-up for an offer came from. */
@Service
public class Sources {
  private final SourceStore store;

  Sources(SourceStore store) {
    this.store = store;
  }

  /** What somebody comes from. */
  public enum Kind {
    /** The host of the page the form stood on. */
    SITE,
    /** The page's campaign tags (utm). */
    CAMPAIGN
  }

  /** Those who came from one, and how far they have come by now. */
  public record Brought(long id, String name, Numbers.Track track) {}

  /** Of a range, those that brought most. */
  public List<Brought> of(Kind kind, DayRange days, int most) {
    return store.sums(kind, days, most);
  }
}
