package jeton.bench;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;

/**
 * What the database wrote, by its own count per table. An index change is a row written times the
 * indexes of its table: the most it can have changed.
 */
final class Written {
  private static final String COUNTS =
      "SELECT SUM(rows_changed), SUM(rows_changed_x_indexes) FROM information_schema.table_statistics"
          + " WHERE table_schema = 'jeton'";

  private final BenchServer server;
  private long rows;
  private long indexChanges;

  Written(BenchServer server) throws SQLException {
    this.server = server;
    say("SET GLOBAL userstat = ON");
  }

  void begin() throws SQLException {
    say("FLUSH TABLE_STATISTICS");
  }

  void end() throws SQLException {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement();
        ResultSet counts = statement.executeQuery(COUNTS)) {
      counts.next();
      rows += counts.getLong(1);
      indexChanges += counts.getLong(2);
    }
  }

  String rowsPer(int things) {
    return "%.1f".formatted((double) rows / things);
  }

  String indexChangesPer(int things) {
    return "%.1f".formatted((double) indexChanges / things);
  }

  private void say(String sql) throws SQLException {
    try (Connection connection = server.connect();
        Statement statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }
}
