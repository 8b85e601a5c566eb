package jeton.server.backup;

import java.io.BufferedReader;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.DigestInputStream;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.GZIPInputStream;
import java.util.zip.ZipException;
import jeton.server.database.DatabaseTools;

/**
 * A dump of the database, in compressed pieces: a row a line, so that it can be counted without a
 * database.
 */
final class Dump {
  private static final String INSERT = "INSERT INTO `";
  private static final String END = "-- Dump completed";

  private final Map<String, Long> rows = new TreeMap<>();
  private boolean ended;

  private Dump() {}

  /**
   * What went through.
   *
   * @param rows of each table
   * @param pieces by their names, in their order
   */
  record Seen(Map<String, Long> rows, List<String> pieces) {}

  /** Keeps what a tool says, and counts. */
  static Seen write(Process tool, PieceWriter.Pieces into) throws IOException {
    Dump dump = new Dump();
    List<String> pieces;
    try (BufferedReader lines = lines(tool.getInputStream());
        PieceWriter writer = new PieceWriter(into)) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        dump.count(line);
        writer.line(line.getBytes(StandardCharsets.ISO_8859_1));
      }
      pieces = writer.finish();
    }
    DatabaseTools.await(tool, "the database cannot be read");
    dump.requireEnd("the database's dump broke off");
    return new Seen(dump.rows, pieces);
  }

  /** Opens a piece by its name. */
  interface Source {
    InputStream open(String piece) throws IOException;
  }

  /**
   * Reads one through, and into somewhere.
   *
   * @param pieces by their SHA-256, in their order
   * @throws BrokenContent when one is not what its name says
   * @return the rows of each table
   */
  static Map<String, Long> read(List<String> pieces, Source source, OutputStream into)
      throws IOException {
    Dump dump = new Dump();
    for (String piece : pieces) {
      dump.read(piece, source, into);
    }
    dump.requireEnd("the dump is not whole");
    return dump.rows;
  }

  private void read(String piece, Source source, OutputStream into) throws IOException {
    MessageDigest digest = sha256();
    try (DigestInputStream octets = new DigestInputStream(source.open(piece), digest)) {
      BufferedReader lines = lines(new GZIPInputStream(octets));
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        count(line);
        into.write(line.getBytes(StandardCharsets.ISO_8859_1));
        into.write('\n');
      }
      octets.transferTo(OutputStream.nullOutputStream());
    } catch (ZipException | EOFException broken) {
      throw new BrokenContent(piece);
    }
    if (!HexFormat.of().formatHex(digest.digest()).equals(piece)) {
      throw new BrokenContent(piece);
    }
  }

  private static BufferedReader lines(InputStream said) {
    return new BufferedReader(new InputStreamReader(said, StandardCharsets.ISO_8859_1));
  }

  private void count(String line) {
    // One that is broken has none; that it is broken is told once all of it was read.
    int end = line.startsWith(INSERT) ? line.indexOf('`', INSERT.length()) : -1;
    if (end > 0) {
      rows.merge(line.substring(INSERT.length(), end), 1L, Long::sum);
    }
    ended = line.startsWith(END) || ended;
  }

  private void requireEnd(String otherwise) {
    if (!ended) {
      throw new BackupTrouble(otherwise);
    }
  }

  static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }
}
