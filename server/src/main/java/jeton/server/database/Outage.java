package jeton.server.database;

import java.sql.SQLException;
import java.sql.SQLNonTransientConnectionException;
import java.sql.SQLTransientConnectionException;
import org.springframework.transaction.TransactionSystemException;

/** Tells a database that is away from one that refuses: the first is worth trying again. */
public final class Outage {
  // SQLSTATE class 08: connection exception (ISO/IEC 9075-2).
  private static final String CONNECTION = "08";

  // Of a connection that broke earlier in the same transaction; it comes without an SQLSTATE.
  private static final String POOL_SAYS = "Connection is closed";

  private Outage() {}

  /** Whether a failure comes from a connection that broke or was not to be had. */
  public static boolean isBehind(Throwable failure) {
    for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
      // Undoing fails too on a broken connection; what it failed for stands beside the chain.
      if (cause instanceof TransactionSystemException undoing
          && isBehind(undoing.getApplicationException())) {
        return true;
      }
      if (cause instanceof SQLTransientConnectionException
          || cause instanceof SQLNonTransientConnectionException
          || cause instanceof SQLException sql && isOfConnection(sql)) {
        return true;
      }
    }
    return false;
  }

  private static boolean isOfConnection(SQLException sql) {
    return sql.getSQLState() == null
        ? POOL_SAYS.equals(sql.getMessage())
        : sql.getSQLState().startsWith(CONNECTION);
  }
}
