package jeton.server.backup;

import java.time.Instant;
import java.util.List;
import java.util.Map;

/**
 * What is in a back-up, by which it is looked through.
 *
 * @param format of the back-up itself: 1 has its dump in one file
 * @param at when it was begun
 * @param schema the newest migration that had run
 * @param dumpSha256 of the dump in one file, compressed, in lower-case hex; null without one
 * @param pieces of the dump, compressed, by their SHA-256 and in their order
 * @param octets of all pieces; 0 in format 1
 * @param rows of each table
 * @param files contents that were kept, by their hash
 * @param withKey whether the key is in it that opens the secrets of the database
 */
record Manifest(
    int format,
    Instant at,
    String schema,
    String dumpSha256,
    List<String> pieces,
    long octets,
    Map<String, Long> rows,
    List<String> files,
    boolean withKey) {
  static final int FORMAT = 2;

  Manifest {
    pieces = pieces == null ? List.of(dumpSha256) : List.copyOf(pieces);
  }

  boolean isInOneFile() {
    return format < FORMAT;
  }

  long rowsInAll() {
    return rows.values().stream().mapToLong(Long::longValue).sum();
  }
}
