package jeton.server.database;

/** The database cannot be used; the message says why and what to do. */
public final class DatabaseTrouble extends RuntimeException {
  private static final long serialVersionUID = 1L;

  DatabaseTrouble(String message, Throwable cause) {
    super(message, cause);
  }
}
