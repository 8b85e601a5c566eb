package jeton.core.mailing;

import java.util.List;
import jeton.core.problem.Problems;
import jeton.core.segment.Criterion;
import jeton.core.segment.FieldKinds;

/**
 * Who an email to many is for (B1): a list, narrowed, and with others left out. Asked when it goes
 * out.
 *
 * @param listId the list it goes out for
 * @param segments numbers of segments of which they must be in each
 * @param who what must hold as well
 * @param exceptSegments numbers of segments of which they must be in none
 * @param except what must not hold
 */
public record Recipients(
    long listId,
    List<Long> segments,
    Criterion.Group who,
    List<Long> exceptSegments,
    Criterion.Group except) {
  private static final int MOST_SEGMENTS = 10;

  public Recipients {
    segments = segments == null ? List.of() : List.copyOf(segments);
    who = who == null ? Criterion.EVERYBODY : who;
    exceptSegments = exceptSegments == null ? List.of() : List.copyOf(exceptSegments);
    // Leaves out whoever any of these holds for: nobody, while there is nothing in it.
    except = except == null ? new Criterion.Group(Criterion.Match.ANY, List.of()) : except;
  }

  /** Everybody on a list. */
  public static Recipients of(long listId) {
    return new Recipients(listId, null, null, null, null);
  }

  /** Notes what keeps this from being asked. */
  void check(String path, FieldKinds fields, Problems problems) {
    who.check(path + ".who", fields, problems);
    except.check(path + ".except", fields, problems);
    problems.when(
        segments.size() > MOST_SEGMENTS || exceptSegments.size() > MOST_SEGMENTS,
        path + ".segments",
        "too_many",
        "At most ten segments.");
  }
}
