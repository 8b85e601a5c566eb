package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.SQLIntegrityConstraintViolationException;
import java.sql.Statement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.core.io.Resource;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

/** The tables of every earlier version come up with what is in them. */
class MigrationsTest {
  /** From this one on a change can be done again from its beginning. */
  private static final int AGAIN_FROM = 24;

  /** Taken away by versions 5 and 12, once what they held stood elsewhere. */
  private static final Set<String> MOVED = Set.of("sign_in_failure", "win_notice");

  /** What an email was before it had blocks, and what holds one. */
  private static final String DOCUMENT =
      """
      {"subject":"s","preview":"","body":"","button":{"label":"","target":"NONE","href":""},
       "email":{"subject":"s","preview":"","body":"","button":{"label":"","target":"NONE","href":""}}}
      """;

  @TempDir static Path folder;
  private static PrivateDatabase database;

  @BeforeAll
  static void start() throws SQLException {
    database = PrivateDatabase.start(folder.resolve("database"));
    try (Connection connection = connect("first");
        Statement sql = connection.createStatement()) {
      sql.execute("SET GLOBAL innodb_flush_log_at_trx_commit = 0");
    }
  }

  @AfterAll
  static void stop() {
    database.close();
  }

  private static Connection connect(String schema) throws SQLException {
    return DriverManager.getConnection(database.url(schema), database.user(), database.password());
  }

  private static Flyway flyway(String schema, String target) {
    return Flyway.configure()
        .dataSource(database.url(schema), database.user(), database.password())
        .target(target)
        .load();
  }

  private static List<String> column(Connection connection, String query) throws SQLException {
    List<String> values = new ArrayList<>();
    try (Statement sql = connection.createStatement();
        ResultSet rows = sql.executeQuery(query)) {
      while (rows.next()) {
        values.add(rows.getString(1));
      }
    }
    return values;
  }

  @Test
  void whatEachVersionHeld_isThereInTheNewest() throws Exception {
    Map<String, Long> put = new TreeMap<>();
    for (MigrationInfo one : flyway("ages", "latest").info().all()) {
      flyway("ages", one.getVersion().getVersion()).migrate();
      try (Connection connection = connect("ages")) {
        fill(connection, Integer.parseInt(one.getVersion().getVersion()), put);
      }
    }
    flyway("ages", "latest").validate();
    try (Connection connection = connect("ages")) {
      List<String> tables = tables(connection);
      put.keySet().removeAll(MOVED);
      assertThat(put.keySet()).hasSizeGreaterThan(80);
      for (Map.Entry<String, Long> table : put.entrySet()) {
        assertThat(tables).contains(table.getKey());
        long there =
            Long.parseLong(column(connection, "SELECT COUNT(*) FROM " + table.getKey()).get(0));
        assertThat(there).as(table.getKey()).isGreaterThanOrEqualTo(table.getValue());
      }
    }
  }

  private static List<String> tables(Connection connection) throws SQLException {
    return column(connection, "SHOW TABLES").stream()
        .filter(table -> !table.equals("flyway_schema_history"))
        .toList();
  }

  /** One more row in every table, whatever it holds: its version wherever a number fits. */
  private static void fill(Connection connection, int version, Map<String, Long> put)
      throws SQLException {
    try (Statement sql = connection.createStatement()) {
      sql.execute("SET foreign_key_checks = 0");
      for (String table : tables(connection)) {
        List<String> columns =
            column(
                connection,
                """
                SELECT CONCAT('`', column_name, '`|', CASE
                    WHEN column_type = 'tinyint(1)' THEN '1'
                    WHEN data_type IN ('bigint', 'int', 'smallint', 'tinyint', 'mediumint', 'decimal', 'double') THEN '%1$d'
                    WHEN data_type IN ('datetime', 'timestamp') THEN '''2026-03-02 09:00:00'''
                    WHEN data_type = 'date' THEN '''2026-03-%1$02d'''
                    WHEN data_type LIKE '%%text' THEN '''%3$s'''
                    WHEN data_type LIKE '%%binary' THEN CONCAT('UNHEX(RPAD(''', LPAD(%1$d, 2, '0'), ''', ', 2 * character_maximum_length, ', ''0''))')
                    WHEN data_type LIKE '%%blob' THEN '''v%1$d'''
                    ELSE CONCAT('''', LEFT('v%1$d', character_maximum_length), '''') END)
                  FROM information_schema.columns
                 WHERE table_schema = DATABASE() AND table_name = '%2$s' AND is_nullable = 'NO'
                   AND extra NOT LIKE '%%GENERATED%%'
                """
                    .formatted(version, table, DOCUMENT));
        String names =
            columns.stream()
                .map(c -> c.substring(0, c.indexOf('|')))
                .collect(Collectors.joining(","));
        String values =
            columns.stream()
                .map(c -> c.substring(c.indexOf('|') + 1))
                .collect(Collectors.joining(","));
        put.merge(table, add(sql, table, names, values), Long::sum);
      }
    }
  }

  /** Tables of one row, and those with states of their own, take what they take. */
  private static long add(Statement sql, String table, String names, String values)
      throws SQLException {
    try {
      return sql.executeUpdate(
          "INSERT IGNORE INTO `" + table + "` (" + names + ") VALUES (" + values + ")");
    } catch (SQLIntegrityConstraintViolationException onlyOne) {
      return 0;
    }
  }

  @Test
  void aChangeThatBrokeOff_isDoneAgainFromItsBeginning() throws Exception {
    for (Resource change : changes()) {
      int version = version(change);
      List<String> statements =
          Arrays.stream(change.getContentAsString(StandardCharsets.UTF_8).split(";\\s*\n"))
              .filter(one -> !one.replaceAll("(?m)^--.*$", "").isBlank())
              .toList();
      for (int done = 1; done <= statements.size(); done++) {
        String schema = "cut_" + version + "_" + done;
        flyway(schema, Integer.toString(version - 1)).migrate();
        try (Connection connection = connect(schema);
            Statement sql = connection.createStatement()) {
          for (String statement : statements.subList(0, done)) {
            sql.execute(statement);
          }
        }
        Migrations.bringUp(flyway(schema, "latest"));
        flyway(schema, "latest").validate();
        try (Connection connection = connect("first");
            Statement sql = connection.createStatement()) {
          sql.execute("DROP DATABASE " + schema);
        }
      }
    }
  }

  private static List<Resource> changes() throws Exception {
    return Arrays.stream(
            new PathMatchingResourcePatternResolver().getResources("classpath:db/migration/V*.sql"))
        .filter(one -> version(one) >= AGAIN_FROM)
        .sorted(Comparator.comparing(MigrationsTest::version))
        .toList();
  }

  private static int version(Resource change) {
    return Integer.parseInt(change.getFilename().replaceFirst("V(\\d+)__.*", "$1"));
  }

  @Test
  void changesFromNowOn_onlyAdd_soThatTheVersionBeforeGoesOn() throws Exception {
    for (Resource change : changes()) {
      assertThat(
              change.getContentAsString(StandardCharsets.UTF_8).toUpperCase(java.util.Locale.ROOT))
          .as(change.getFilename())
          .doesNotContainPattern("\\bDROP (TABLE|COLUMN)\\b|\\bRENAME\\b|\\bCHANGE COLUMN\\b")
          .doesNotContainPattern("ADD COLUMN [^,;]*NOT NULL(?![^,;]*DEFAULT)");
    }
  }

  @Test
  void aChangeThatFails_saysWhatGoesOnAndWhatToDo_andIsTakenUpAgain() throws Exception {
    flyway("stuck", "23").migrate();
    try (Connection connection = connect("stuck");
        Statement sql = connection.createStatement()) {
      // In its way: something else of that name.
      sql.execute("CREATE VIEW upkeep AS SELECT 1 AS id");
      assertThatThrownBy(() -> Migrations.bringUp(flyway("stuck", "latest")))
          .isInstanceOf(DatabaseTrouble.class)
          .hasMessageContaining("upkeep")
          .hasMessageContaining("The version before goes on working");
      sql.execute("DROP VIEW upkeep");
    }
    Migrations.bringUp(flyway("stuck", "latest"));
    flyway("stuck", "latest").validate();
  }
}
