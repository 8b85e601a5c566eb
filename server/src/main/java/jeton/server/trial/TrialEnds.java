package jeton.server.trial;

import java.time.Clock;
import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Ends trials that may end by themselves (X2), and lets go of who met what once one is over. */
@Component
public class TrialEnds {
  private static final Logger LOG = LoggerFactory.getLogger(TrialEnds.class);
  private static final String WHAT = "Trials of two versions";
  private static final int SOME = 5000;
  private final Trials trials;
  private final RunningTrials running;
  private final SeatStore seats;
  private final Clock clock;

  TrialEnds(Trials trials, RunningTrials running, SeatStore seats, Clock clock) {
    this.trials = trials;
    this.running = running;
    this.seats = seats;
    this.clock = clock;
  }

  /** One round; what one trial comes to keeps no other from its end. */
  public void work() {
    running.running().forEach(trial -> Background.round(LOG, WHAT, () -> look(trial)));
    Background.steps(LOG, WHAT, () -> seats.sweep(SOME) == SOME);
  }

  private void look(VersionTrial trial) {
    Counted counted = trials.counted(trial);
    running.judge(trial, counted);
    if (trial.settings().endsByItself()) {
      counted
          .versions()
          .ends(trial.beganAt().orElseThrow(), clock.instant())
          .ifPresent(version -> trials.end(trial.id(), version, true));
    }
  }
}
