package jeton.server.backup;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestInputStream;
import java.security.DigestOutputStream;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPInputStream;
import java.util.zip.GZIPOutputStream;
import jeton.server.database.DatabaseTools;

/**
 * A dump of the database, compressed: a row a line, so that it can be counted without a database.
 */
final class Dump {
  static final String NAME = "database.sql.gz";
  private static final String INSERT = "INSERT INTO `";
  private static final String END = "-- Dump completed";

  private Dump() {}

  /**
   * What went through.
   *
   * @param rows of each table
   * @param sha256 of the compressed octets
   */
  record Seen(Map<String, Long> rows, String sha256) {}

  /** Writes what a tool says into a file, and counts. */
  static Seen write(Process tool, Path file) throws IOException {
    MessageDigest digest = sha256();
    Map<String, Long> rows = new TreeMap<>();
    boolean ended = false;
    try (InputStream said = tool.getInputStream();
        BufferedReader lines =
            new BufferedReader(new InputStreamReader(said, StandardCharsets.ISO_8859_1));
        OutputStream out =
            new GZIPOutputStream(new DigestOutputStream(Files.newOutputStream(file), digest))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        ended = count(line, rows) || ended;
        out.write(line.getBytes(StandardCharsets.ISO_8859_1));
        out.write('\n');
      }
    }
    DatabaseTools.await(tool, "the database cannot be read");
    if (!ended) {
      throw new BackupTrouble("the database's dump broke off");
    }
    return new Seen(rows, HexFormat.of().formatHex(digest.digest()));
  }

  /** Reads one through, and into somewhere. */
  static Seen read(InputStream dump, OutputStream into) throws IOException {
    MessageDigest digest = sha256();
    Map<String, Long> rows = new TreeMap<>();
    boolean ended = false;
    DigestInputStream octets = new DigestInputStream(dump, digest);
    BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(new GZIPInputStream(octets), StandardCharsets.ISO_8859_1));
    for (String line = lines.readLine(); line != null; line = lines.readLine()) {
      ended = count(line, rows) || ended;
      into.write(line.getBytes(StandardCharsets.ISO_8859_1));
      into.write('\n');
    }
    octets.transferTo(OutputStream.nullOutputStream());
    if (!ended) {
      throw new BackupTrouble("the dump is not whole");
    }
    return new Seen(rows, HexFormat.of().formatHex(digest.digest()));
  }

  private static boolean count(String line, Map<String, Long> rows) {
    if (line.startsWith(INSERT)) {
      String table = line.substring(INSERT.length(), line.indexOf('`', INSERT.length()));
      rows.merge(table, 1L, Long::sum);
    }
    return line.startsWith(END);
  }

  static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }
}
