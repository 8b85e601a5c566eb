package jeton.server.followup;

import java.time.Instant;
import java.util.Comparator;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.server.database.DueWork;
import org.springframework.stereotype.Component;

/** Starts and steps of sequences. */
@Component
class DueFollowUps implements DueWork {
  private final RunStore runs;
  private final StartStore starts;

  DueFollowUps(RunStore runs, StartStore starts) {
    this.runs = runs;
    this.starts = starts;
  }

  @Override
  public String name() {
    return "follow-ups";
  }

  @Override
  public Optional<Instant> oldestDue(Instant now) {
    return Stream.of(runs.nextDue(), starts.next())
        .flatMap(Optional::stream)
        .min(Comparator.naturalOrder())
        .filter(due -> !due.isAfter(now));
  }
}
