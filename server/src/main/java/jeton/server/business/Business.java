package jeton.server.business;

import jakarta.annotation.PostConstruct;
import java.time.Clock;
import java.util.Optional;
import jeton.core.followup.SendTimes;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.problem.ChangedMeanwhile;
import jeton.server.problem.Refused;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The business this install serves: identity, and how its emails leave. Kept in memory, refreshed
 * on change.
 */
@Service
public class Business {
  private final BusinessStore store;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Optional<SmtpSettings> fromEnvironment;
  private final Remembered<Snapshot> known;

  Business(
      BusinessStore store,
      ConfigurationVersion configuration,
      Clock clock,
      JetonSettings settings) {
    this.store = store;
    this.configuration = configuration;
    this.clock = clock;
    this.fromEnvironment =
        settings.smtpUrl().isBlank()
            ? Optional.empty()
            : Optional.of(SmtpSettings.of(settings.smtpUrl()));
    known = new Remembered<>(configuration, this::read);
  }

  /**
   * Everything about the business at one moment.
   *
   * @param version grows with each save; a save must name the one it was made from
   * @param smtp as set in Setup, else from the environment
   */
  public record Snapshot(int version, BusinessSettings settings, Optional<SmtpSettings> smtp) {}

  @PostConstruct
  void sealOld() {
    store.sealOld(clock.instant());
  }

  /** As it is now, at most a second or two behind another instance. */
  public Snapshot now() {
    return known.now();
  }

  private Snapshot read() {
    Snapshot read = store.find().orElse(new Snapshot(0, BusinessSettings.BLANK, Optional.empty()));
    return new Snapshot(read.version(), read.settings(), read.smtp().or(() -> fromEnvironment));
  }

  /**
   * Saves the identity.
   *
   * @param version the one the change was made from
   * @return the new version
   */
  @Transactional
  public int save(int version, BusinessSettings settings) {
    Refused.unlessNone(settings.check());
    if (!store.save(version, settings, clock.instant())) {
      throw new ChangedMeanwhile("Setup");
    }
    configuration.changed();
    return version + 1;
  }

  /**
   * Begins a new install in the zone its first owner is in; one that is known, or a zone nobody
   * knows, changes nothing.
   */
  @Transactional
  public void beginIn(String zone) {
    if (SendTimes.knownZone(zone).isPresent()
        && store.find().isEmpty()
        && store.save(0, BusinessSettings.BLANK.withZone(zone), clock.instant())) {
      configuration.changed();
    }
  }

  /**
   * Saves how emails leave. An empty password keeps the one that is known, where it goes to no
   * other server, user or port, and with no less encryption, than it was typed for.
   */
  @Transactional
  public void saveSmtp(SmtpSettings smtp) {
    Problems problems = new Problems();
    problems.line(smtp.host(), "host", "The server", 253);
    problems.when(smtp.host().isBlank(), "host", "empty", "Which server sends your emails?");
    problems.when(
        smtp.port() < 1 || smtp.port() > 65535, "port", "out_of_range", "A port is 1 to 65535.");
    problems.line(smtp.user(), "user", "The user", 254);
    problems.line(smtp.password(), "password", "The password", 254);
    Refused.unlessNone(problems.list());
    if (!store.saveSmtp(withPassword(smtp), clock.instant())) {
      throw new Refused("host", "business_first", "Save your business's name first.");
    }
    configuration.changed();
  }

  private SmtpSettings withPassword(SmtpSettings smtp) {
    if (!smtp.password().isEmpty() || smtp.user().isEmpty()) {
      return smtp;
    }
    Optional<SmtpSettings> kept = store.find().flatMap(Snapshot::smtp);
    Optional<SmtpSettings> known = kept.or(() -> fromEnvironment);
    if (known.filter(k -> !k.password().isEmpty()).isEmpty()) {
      return smtp;
    }
    if (kept.isEmpty() || !smtp.mayUsePasswordOf(known.get())) {
      throw new Refused(
          "password",
          "type_again",
          kept.isEmpty()
              ? "Type the password: the one of the environment stays there."
              : "Type the password again: the one that is known is for another server, user, port or"
                  + " encryption.");
    }
    return smtp.withPassword(kept.get().password());
  }
}
