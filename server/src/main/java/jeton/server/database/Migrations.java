package jeton.server.database;

import java.sql.SQLTransactionRollbackException;
import java.util.Arrays;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.FlywayException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/**
 * Brings the tables to this version. A change only adds (CONTRIBUTING.md), so that the version
 * before goes on beside it; one that broke off is done again from its beginning.
 */
@Configuration
class Migrations {
  private static final int ATTEMPTS = 3;
  private static final Logger LOG = LoggerFactory.getLogger(Migrations.class);

  @Bean
  FlywayMigrationStrategy migrationStrategy() {
    return Migrations::bringUp;
  }

  static void bringUp(Flyway flyway) {
    for (int attempt = 1; ; attempt++) {
      try {
        bringUpOnce(flyway);
        return;
      } catch (FlywayException broken) {
        if (attempt == ATTEMPTS || !isMeeting(broken)) {
          throw new DatabaseTrouble(
              "the tables could not be brought to this version: "
                  + root(broken).getMessage().lines().findFirst().orElse("").strip()
                  + " The version before goes on working with what is there. Cure the cause (jeton"
                  + " doctor looks for it) and start this one again: it goes on where it broke off.",
              broken);
        }
      }
    }
  }

  private static void bringUpOnce(Flyway flyway) {
    if (Arrays.stream(flyway.info().all()).anyMatch(one -> one.getState().isFailed())) {
      LOG.warn("A change to the tables broke off; it is done again");
      flyway.repair();
    }
    flyway.migrate();
  }

  /** Whether it met somebody else's work, such as that of another node: worth another attempt. */
  private static boolean isMeeting(FlywayException broken) {
    return root(broken) instanceof SQLTransactionRollbackException;
  }

  private static Throwable root(Throwable broken) {
    Throwable root = broken;
    while (root.getCause() != null) {
      root = root.getCause();
    }
    return root;
  }
}
