package jeton.server.backup;

import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.zip.CRC32;
import java.util.zip.GZIPOutputStream;

/**
 * Cuts lines into pieces, compressed, that are kept by their content: lines that stayed as they
 * were make the same pieces again, which are there already. A line says by itself whether a cut
 * comes behind it, so that one that comes or goes moves no cut but its own.
 */
final class PieceWriter implements Closeable {
  /** A cut comes behind one line in so many: some 200 kB of rows. */
  private static final int ONE_IN = 1024;

  private static final long LARGEST = 4L << 20;

  private final Pieces pieces;
  private final List<String> names = new ArrayList<>();
  private Path draft;
  private MessageDigest digest;
  private OutputStream out;
  private long size;

  PieceWriter(Pieces pieces) {
    this.pieces = pieces;
  }

  /** Where pieces go. */
  interface Pieces {
    /** A new file for one. */
    Path draft() throws IOException;

    /**
     * Keeps one that is whole; the draft may be taken or left.
     *
     * @param sha256 of its octets, in lower-case hex: its name
     */
    void keep(String sha256, Path draft) throws IOException;
  }

  void line(byte[] line) throws IOException {
    if (out == null) {
      draft = pieces.draft();
      digest = Dump.sha256();
      out = new GZIPOutputStream(new DigestOutputStream(Files.newOutputStream(draft), digest));
      size = 0;
    }
    out.write(line);
    out.write('\n');
    size += line.length + 1;
    CRC32 sum = new CRC32();
    sum.update(line);
    if (sum.getValue() % ONE_IN == 0 || size >= LARGEST) {
      end();
    }
  }

  private void end() throws IOException {
    out.close();
    out = null;
    String name = HexFormat.of().formatHex(digest.digest());
    try {
      pieces.keep(name, draft);
    } finally {
      Files.deleteIfExists(draft);
    }
    names.add(name);
  }

  /** Names of all pieces, in their order; the last one is kept too. */
  List<String> finish() throws IOException {
    if (out != null) {
      end();
    }
    return List.copyOf(names);
  }

  /** What is not whole goes. */
  @Override
  public void close() throws IOException {
    if (out != null) {
      out.close();
      Files.deleteIfExists(draft);
    }
  }
}
