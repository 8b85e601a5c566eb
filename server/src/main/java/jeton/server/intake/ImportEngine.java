package jeton.server.intake;

import jeton.server.database.Background;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Works on imports, a page of rows after the other. */
@Component
@ConditionalOnProperty(name = "jeton.followup.engine", havingValue = "true", matchIfMissing = true)
class ImportEngine {
  private static final Logger LOG = LoggerFactory.getLogger(ImportEngine.class);
  private final ImportWork imports;

  ImportEngine(ImportWork imports) {
    this.imports = imports;
  }

  @Scheduled(fixedDelay = 500)
  void work() {
    Background.steps(LOG, "Imports", imports::work);
  }
}
