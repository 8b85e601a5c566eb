package jeton.server.readiness;

import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import jeton.core.readiness.Facts;
import jeton.core.readiness.Finding;
import jeton.core.trial.Tested;
import jeton.server.people.Lists;
import jeton.server.site.Sightings;
import jeton.server.tag.Tags;
import jeton.server.trial.RunningTrials;
import jeton.server.trial.Trials;
import jeton.server.trial.VersionTrial;
import org.springframework.stereotype.Component;

/** What offers and follow-ups name that is there for all of them: gathered once for many. */
@Component
class SharedFacts {
  private final Sightings sightings;
  private final Tags tags;
  private final Lists lists;
  private final Trials trials;
  private final RunningTrials running;

  SharedFacts(Sightings sightings, Tags tags, Lists lists, Trials trials, RunningTrials running) {
    this.sightings = sightings;
    this.tags = tags;
    this.lists = lists;
    this.trials = trials;
    this.running = running;
  }

  /**
   * What there is.
   *
   * @param tags their names
   * @param lists their ids
   * @param trials that run, by the offer they are of
   * @param seen when each form was last seen on a site, by its key
   */
  record Found(
      Set<String> tags,
      Set<Long> lists,
      Map<String, Instant> seen,
      Map<Long, List<Facts.Trying>> trials) {}

  private Map<Long, List<Facts.Trying>> trying() {
    Map<Long, List<Facts.Trying>> trying = new HashMap<>();
    for (VersionTrial trial : running.judged()) {
      trials
          .subject(trial)
          .ifPresent(
              subject ->
                  subject
                      .offerId()
                      .ifPresent(
                          offer ->
                              trying
                                  .computeIfAbsent(offer, id -> new ArrayList<>())
                                  .add(
                                      new Facts.Trying(
                                          subject.name(),
                                          stop(trial.tested()),
                                          control(trial.tested()),
                                          running.left(trial)))));
    }
    return trying;
  }

  private static Finding.Stop stop(Tested tested) {
    return switch (tested) {
      case FORM -> Finding.Stop.ASK;
      case CONFIRMATION -> Finding.Stop.CONFIRM;
      case EMAIL -> Finding.Stop.FOLLOW_UP;
    };
  }

  private static String control(Tested tested) {
    return switch (tested) {
      case FORM -> "forms";
      case CONFIRMATION -> "email";
      case EMAIL -> "sequence";
    };
  }

  Found now() {
    Map<String, Instant> seen = new HashMap<>();
    for (Sightings.LastSeen last : sightings.lastSeen()) {
      last.formKey().ifPresent(key -> seen.merge(key, last.at(), (a, b) -> a.isAfter(b) ? a : b));
    }
    return new Found(tags.names(), lists.ids(), seen, trying());
  }
}
