package jeton.server.backup;

import java.nio.file.Path;
import java.util.Map;
import java.util.function.Supplier;
import jeton.server.database.DatabaseTools;
import jeton.server.shelf.Shelf;
import jeton.server.shelf.Shelves;

/**
 * What is backed up, or put back.
 *
 * @param folder the home, in which the key is
 * @param files where contents are, by hash
 * @param database the tools that reach its database
 */
record BackedUp(Path folder, Shelf files, Supplier<DatabaseTools> database) {

  /** By the environment, as {@code serve} is configured by it. */
  static BackedUp of(Path home, Map<String, String> environment) {
    return new BackedUp(
        home,
        files(home, environment.getOrDefault("JETON_FILES", ""), Shelves.of(environment)),
        () -> DatabaseTools.of(home, environment));
  }

  /**
   * Where the contents of a home are.
   *
   * @param named what JETON_FILES says; empty for the home itself
   */
  static Shelf files(Path home, String named, Shelves shelves) {
    return shelves.at(named.isEmpty() ? home.toAbsolutePath().resolve("files").toString() : named);
  }
}
