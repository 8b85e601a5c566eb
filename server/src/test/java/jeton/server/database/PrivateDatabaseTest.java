package jeton.server.database;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.NoSuchElementException;
import jeton.harness.Awaiting;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The database that comes with an install. */
class PrivateDatabaseTest {
  @TempDir Path folder;

  private static void tell(PrivateDatabase database, String sql) throws SQLException {
    try (Connection connection =
        DriverManager.getConnection(database.url("jeton"), database.user(), database.password())) {
      connection.createStatement().execute(sql);
    }
  }

  /** As found by {@code ./jeton drill faults}: what was written last was not on the disk yet. */
  @Test
  void afterThePowerWasLost_itComesUp_thoughItsSmallFilesAreEmpty() throws Exception {
    try (PrivateDatabase database = PrivateDatabase.start(folder)) {
      tell(database, "CREATE TABLE kept (id INT)");
    }
    Files.writeString(folder.resolve("data/mariadbd.pid"), "");
    Files.writeString(folder.resolve("password"), "");
    try (PrivateDatabase database = PrivateDatabase.start(folder)) {
      tell(database, "INSERT INTO kept (id) VALUES (1)");
      assertThat(database.password()).isNotEmpty();
    }
  }

  private ProcessHandle running() {
    try {
      return ProcessHandle.of(
              Long.parseLong(Files.readString(folder.resolve("data/mariadbd.pid")).strip()))
          .orElseThrow();
    } catch (IOException | NumberFormatException | NoSuchElementException notYet) {
      return null;
    }
  }

  /** As found by {@code ./jeton drill faults}: on a full disk it may end. */
  @Test
  void oneThatEndsByItself_isStartedAgain_untilItIsClosed() throws Exception {
    ProcessHandle second;
    try (PrivateDatabase database = PrivateDatabase.start(folder)) {
      tell(database, "CREATE TABLE kept (id INT)");
      ProcessHandle first = running();
      first.destroyForcibly();
      first.onExit().join();
      Awaiting.until(() -> isAnswering(database) && running() != null);
      second = running();
      assertThat(second).isNotEqualTo(first);
      tell(database, "INSERT INTO kept (id) VALUES (1)");
    }
    assertThat(second.isAlive()).isFalse();
    assertThat(folder.resolve("data/mariadbd.pid")).doesNotExist();
  }

  private static boolean isAnswering(PrivateDatabase database) {
    try {
      tell(database, "SELECT 1");
      return true;
    } catch (SQLException notYet) {
      return false;
    }
  }
}
