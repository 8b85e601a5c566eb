package jeton.server.files;

import java.io.IOException;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.health.contributor.Health;
import org.springframework.boot.health.contributor.HealthIndicator;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Says when the bucket of files does not answer. Named {@code files} in {@code /actuator/health};
 * looked at once a minute, since a service that is away keeps whoever asks it waiting.
 */
@Component("files")
class FilesHealth implements HealthIndicator {
  private static final Logger LOG = LoggerFactory.getLogger(FilesHealth.class);

  private final FileStore store;
  private volatile Optional<String> trouble = Optional.empty();

  FilesHealth(FileStore store) {
    this.store = store;
  }

  @Scheduled(fixedDelay = 60_000, initialDelay = 15_000)
  void look() {
    boolean wasWell = trouble.isEmpty();
    try {
      store.look();
      trouble = Optional.empty();
    } catch (IOException away) {
      trouble = Optional.of("Files cannot be reached: " + away.getMessage());
      if (wasWell) {
        LOG.error("Files cannot be reached: {}", away.getMessage());
      }
    }
  }

  @Override
  public Health health() {
    return trouble
        .map(said -> Health.down().withDetail("said", said))
        .orElseGet(Health::up)
        .build();
  }
}
