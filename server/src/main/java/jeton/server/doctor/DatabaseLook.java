package jeton.server.doctor;

import java.io.IOException;
import java.nio.file.Files;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import jeton.core.upkeep.BackupPlan;
import jeton.server.database.DatabaseTools;
import jeton.server.database.DatabaseTrouble;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The database: whether it answers, fits this version, agrees about the time; and what waits in it.
 */
final class DatabaseLook {
  private static final Duration APART = Duration.ofSeconds(5);
  private static final Duration LATE = Duration.ofMinutes(10);
  private static final String PART = "database";

  private final Examined install;
  private final Clock clock;
  private final List<Symptom> found = new ArrayList<>();
  private Optional<JsonNode> business = Optional.empty();
  private Optional<JsonNode> smtp = Optional.empty();
  private Optional<String> selector = Optional.empty();

  DatabaseLook(Examined install, Clock clock) {
    this.install = install;
    this.clock = clock;
  }

  /** The business's settings, once looked, if they could be read. */
  Optional<JsonNode> business() {
    return business;
  }

  /** The mail server, if Setup names one. */
  Optional<JsonNode> smtp() {
    return smtp;
  }

  /** Under which name signatures are looked up, if emails are signed. */
  Optional<String> selector() {
    return selector;
  }

  List<Symptom> look() {
    if (install.hasOwnDatabase() && !Files.isDirectory(install.home().resolve("database/data"))) {
      found.add(Symptom.look(PART, "none yet", "It is made on the first start."));
      return found;
    }
    try (DatabaseTools tools = DatabaseTools.of(install.home(), install.environment())) {
      found.add(Symptom.fine(PART, "answers: " + one(tools, "SELECT VERSION()")));
      clock(tools);
      if (schema(tools)) {
        settings(tools);
        backups(tools);
        emails(tools);
      }
    } catch (DatabaseTrouble | IOException away) {
      found.add(
          Symptom.wrong(
              PART,
              away.getMessage(),
              install.hasOwnDatabase()
                  ? "See " + install.home().resolve("database") + "/log, and the disk."
                  : "Look at JETON_DB_URL, JETON_DB_USER, JETON_DB_PASSWORD, and whether it runs."));
    }
    return found;
  }

  private static String one(DatabaseTools tools, String sql) {
    List<String> lines = tools.ask(sql);
    return lines.isEmpty() ? "" : lines.get(0);
  }

  private static Optional<Instant> moment(DatabaseTools tools, String sql) {
    return Optional.of(one(tools, sql))
        .filter(said -> !said.isEmpty() && !said.equals("NULL"))
        .map(said -> Instant.parse(said.replace(' ', 'T') + "Z"));
  }

  private void clock(DatabaseTools tools) {
    Duration apart =
        Duration.between(moment(tools, "SELECT UTC_TIMESTAMP(3)").orElseThrow(), clock.instant())
            .abs();
    found.add(
        apart.compareTo(APART) > 0
            ? Symptom.wrong(
                "clock",
                "this machine and the database are " + apart.toSeconds() + " s apart",
                "Have both keep time by a time server: timedatectl set-ntp true")
            : Symptom.fine("clock", "agrees with the database's"));
  }

  /** Whether the tables are those of this version, or of an earlier one that a start brings up. */
  private boolean schema(DatabaseTools tools) throws IOException {
    if (tools.ask("SHOW TABLES LIKE 'flyway_schema_history'").isEmpty()) {
      found.add(Symptom.look("schema", "no tables yet", "They are made on the first start."));
      return false;
    }
    String failed =
        one(tools, "SELECT version FROM flyway_schema_history WHERE NOT success LIMIT 1");
    if (!failed.isEmpty()) {
      found.add(
          Symptom.wrong(
              "schema",
              "the change to version " + failed + " broke off",
              "Go back to the version before, which works with what is there, and see docs/run."));
      return false;
    }
    int there =
        Integer.parseInt(
            one(
                tools,
                "SELECT MAX(CAST(version AS INT)) FROM flyway_schema_history WHERE success"));
    int ours = newest();
    if (there > ours) {
      found.add(
          Symptom.wrong(
              "schema",
              "version " + there + " is newer than this Jeton's " + ours,
              "Install the newer one again."));
    } else if (there < ours) {
      found.add(
          Symptom.look(
              "schema", "version " + there + " of " + ours, "The next start brings it up."));
    } else {
      found.add(Symptom.fine("schema", "version " + there));
    }
    return there == ours;
  }

  private static int newest() throws IOException {
    Resource[] all =
        new PathMatchingResourcePatternResolver().getResources("classpath*:db/migration/V*.sql");
    return Arrays.stream(all)
        .map(one -> one.getFilename().replaceFirst("^V(\\d+)__.*", "$1"))
        .map(Integer::valueOf)
        .max(Comparator.naturalOrder())
        .orElse(0);
  }

  private void settings(DatabaseTools tools) {
    business = json(tools, "SELECT TO_BASE64(settings) FROM business WHERE id = 1");
    smtp = json(tools, "SELECT TO_BASE64(smtp) FROM business WHERE id = 1 AND smtp IS NOT NULL");
    selector =
        Optional.of(one(tools, "SELECT selector FROM dkim_key WHERE id = 1 AND is_on"))
            .filter(said -> !said.isEmpty());
  }

  private static Optional<JsonNode> json(DatabaseTools tools, String sql) {
    String coded = one(tools, sql).replace("\\n", "");
    return coded.isEmpty()
        ? Optional.empty()
        : Optional.of(new JsonMapper().readTree(java.util.Base64.getDecoder().decode(coded)));
  }

  private void backups(DatabaseTools tools) {
    Optional<Instant> good =
        moment(tools, "SELECT MAX(began_at) FROM backup_run WHERE state = 'GOOD'");
    if (good.isEmpty()) {
      found.add(
          Symptom.look(
              "back-ups", "none was made yet", "Turn them on in Setup → Upkeep, or jeton backup."));
    } else if (BackupPlan.isMissed(good, Optional.empty(), clock.instant())) {
      found.add(
          Symptom.wrong(
              "back-ups",
              "the last good one is of " + good.get(),
              "See in Setup → Upkeep why there was none since."));
    } else {
      found.add(Symptom.fine("back-ups", "the last good one is of " + good.get()));
    }
  }

  private void emails(DatabaseTools tools) {
    Optional<Instant> oldest =
        moment(tools, "SELECT MIN(try_at) FROM outbox WHERE urgent IN (0, 1)")
            .filter(at -> at.plus(LATE).isBefore(clock.instant()));
    found.add(
        oldest.isPresent()
            ? Symptom.wrong(
                "emails",
                "the oldest that might leave waits since " + oldest.get(),
                "Start Jeton, or see in Emails → Engine what it says.")
            : Symptom.fine("emails", "none waits that might have left"));
  }
}
