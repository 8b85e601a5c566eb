package jeton.server.database;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/**
 * The only way moments go into and out of the database: as UTC date-times cut to milliseconds. An
 * Instant bound directly would land in the JVM's zone, where two moments become one when clocks go
 * back.
 */
public final class Utc {
  private Utc() {}

  /** For a statement's parameter. */
  public static LocalDateTime bind(Instant at) {
    return LocalDateTime.ofInstant(at.truncatedTo(ChronoUnit.MILLIS), ZoneOffset.UTC);
  }

  /** For a parameter that may be absent: null then. */
  public static LocalDateTime bind(Optional<Instant> at) {
    return at.map(Utc::bind).orElse(null);
  }

  /** A column that is never null. */
  public static Instant read(ResultSet row, String column) throws SQLException {
    return row.getObject(column, LocalDateTime.class).toInstant(ZoneOffset.UTC);
  }

  /** A column that may be null. */
  public static Optional<Instant> readOptional(ResultSet row, String column) throws SQLException {
    return Optional.ofNullable(row.getObject(column, LocalDateTime.class))
        .map(t -> t.toInstant(ZoneOffset.UTC));
  }
}
