package jeton.server.backup;

import java.time.Instant;
import java.util.List;
import java.util.Map;

/**
 * What is in a back-up, by which it is looked through.
 *
 * @param format of the back-up itself
 * @param at when it was begun
 * @param schema the newest migration that had run
 * @param dumpSha256 of the database's dump, compressed, in lower-case hex
 * @param rows of each table
 * @param files contents that were kept, by their hash
 * @param withKey whether the key is in it that opens the secrets of the database
 */
record Manifest(
    int format,
    Instant at,
    String schema,
    String dumpSha256,
    Map<String, Long> rows,
    List<String> files,
    boolean withKey) {
  static final int FORMAT = 1;

  long rowsInAll() {
    return rows.values().stream().mapToLong(Long::longValue).sum();
  }
}
