package jeton.server.trial;

import java.time.Instant;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.trial.Tested;
import jeton.core.trial.Trial;
import jeton.core.trial.TrialSettings;

/**
 * A trial of two versions.
 *
 * @param key what it is called where it is decided who gets which (X1); never changes
 * @param targetId of the form, the email, or the offer whose confirmation it is
 * @param other version B; once it has ended, the one that was not taken
 * @param version grows with each save
 * @param taken which one is in use since it ended
 * @param byItself whether it ended by itself
 * @param result what was counted when it ended
 */
public record VersionTrial(
    long id,
    String key,
    Tested tested,
    long targetId,
    State state,
    TrialSettings settings,
    TrialContent other,
    int version,
    Instant madeAt,
    Optional<Instant> beganAt,
    Optional<Instant> endedAt,
    Optional<Trial.Version> taken,
    boolean byItself,
    Optional<Counted> result) {

  /** Where it stands. */
  public enum State {
    /** Version B is being written; nobody meets it. */
    DRAFT,
    RUNNING,
    ENDED,
    /** Thrown away before it began. */
    DISCARDED
  }

  /** Which version somebody gets (X1). */
  public Trial.Version versionFor(String visitor) {
    return Trial.version(key, visitor, settings.shareOfA());
  }

  /** Version B of an email, if that is what this reader gets. */
  public Optional<EmailContent> emailFor(long personId) {
    return other.email().filter(b -> versionFor(Long.toString(personId)) == Trial.Version.B);
  }

  boolean isRunning() {
    return state == State.RUNNING;
  }
}
