package jeton.server.editing;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.BiFunction;
import jeton.core.followup.Ranks;
import jeton.core.followup.Step;
import jeton.server.followup.Run;
import jeton.server.followup.RunChanges;
import jeton.server.followup.Runs;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import org.springframework.stereotype.Component;

/**
 * What saving an edit would do to people on their way, told before it is saved (T9 to T11). Up to
 * some thousand people are looked at one by one; of more a sample is, spread over all of them, and
 * the numbers are "about".
 */
@Component
public class EditEffect {
  /** People looked at one by one at the most. */
  static final int MOST_LOOKED_AT = 2_000;

  private static final int POINTS = 40;
  private static final Duration SOON = Duration.ofHours(1);

  private final ProgressStore progress;
  private final Runs runs;
  private final RunChanges changes;
  private final Clock clock;

  EditEffect(ProgressStore progress, Runs runs, RunChanges changes, Clock clock) {
    this.progress = progress;
    this.runs = runs;
    this.changes = changes;
    this.clock = clock;
  }

  /**
   * What saving would do to people on their way.
   *
   * @param onTheirWay how many are
   * @param retimed how many get their next email at another moment
   * @param withinTheHour how many more would get an email within the next hour (T10)
   * @param pastNewSteps how many are past the place of an added or moved step and will not get it
   *     (T9)
   * @param finished how many have finished, and could go on with an added step if wanted (T11)
   * @param about whether these numbers come from a sample, since there are too many to look at each
   */
  public record Effect(
      long onTheirWay,
      long retimed,
      long withinTheHour,
      long pastNewSteps,
      long finished,
      boolean about) {}

  Effect of(Sequence present, Sequence wanted) {
    Instant soon = clock.instant().plus(SOON);
    Map<Long, Long> places = SequenceDraft.ranksById(present);
    List<Step> placedAnew =
        wanted.timing().stream()
            .filter(s -> places.getOrDefault(s.id(), Ranks.NEW) != s.rank())
            .toList();
    long onTheirWay = progress.onTheirWay(present.id());
    List<Run> going =
        onTheirWay <= MOST_LOOKED_AT
            ? runs.waiting(present.id(), 0, MOST_LOOKED_AT)
            : sample(
                (after, most) -> runs.waiting(present.id(), after, most), runs.going(present.id()));
    double each = weight(onTheirWay, going.size());
    long retimed = 0;
    long within = 0;
    long past = 0;
    for (RunChanges.Change change : changes.of(wanted, going)) {
      if (change.isRetimed()) {
        retimed++;
        boolean wasLater = change.run().nextDueAt().filter(at -> at.isAfter(soon)).isPresent();
        within += wasLater && !change.next().orElseThrow().at().isAfter(soon) ? 1 : 0;
      }
      past += placedAnew.stream().anyMatch(step -> isPast(change.run(), step)) ? 1 : 0;
    }
    Finished finished = finished(wanted);
    return new Effect(
        onTheirWay,
        Math.round(retimed * each),
        Math.round(within * each),
        Math.round(past * each),
        finished.people(),
        onTheirWay > MOST_LOOKED_AT || finished.about());
  }

  private record Finished(long people, boolean about) {}

  private Finished finished(Sequence wanted) {
    long ended = runs.ended(wanted.id());
    if (ended <= MOST_LOOKED_AT) {
      return new Finished(couldGoOn(wanted, runs.fewFinished(wanted.id(), MOST_LOOKED_AT)), false);
    }
    // Some were ended by something else: of how many, only a sample of all that ended tells.
    List<Runs.Ended> looked =
        sample((after, most) -> runs.ended(wanted.id(), after, most), runs.over(wanted.id()));
    List<Run> finished = looked.stream().filter(Runs.Ended::finished).map(Runs.Ended::run).toList();
    return new Finished(
        Math.round(couldGoOn(wanted, finished) * weight(ended, looked.size())), true);
  }

  private long couldGoOn(Sequence wanted, List<Run> finished) {
    return changes.of(wanted, finished).stream()
        .filter(change -> change.next().isPresent())
        .count();
  }

  private static double weight(long all, int looked) {
    return all > MOST_LOOKED_AT && looked > 0 ? (double) all / looked : 1;
  }

  /** As many as are looked at, spread evenly over their numbers. */
  private static <R> List<R> sample(BiFunction<Long, Integer, List<R>> page, Runs.Span span) {
    List<R> sample = new ArrayList<>();
    long step = Math.max(1, (span.last() - span.first()) / POINTS);
    for (int point = 0; point < POINTS; point++) {
      sample.addAll(page.apply(span.first() + point * step - 1, MOST_LOOKED_AT / POINTS));
    }
    return sample;
  }

  private static boolean isPast(Run run, Step step) {
    return run.lastRank().filter(rank -> step.rank() <= rank).isPresent();
  }
}
