package jeton.server.request;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What a request carries: in memory while it is small, then in a file that goes with the request.
 */
final class Body implements AutoCloseable {
  /** Octets of one body that are kept in memory. */
  static final int IN_MEMORY = 64 * 1024;

  private static final Logger LOG = LoggerFactory.getLogger(Body.class);
  // What eight thousand lines that trickle may hold in memory together stays a few dozen megabytes.
  private static final int WHILE_IT_COMES = 4 * 1024;

  private final Shelf shelf;
  private final BodyLimit.Most most;
  private final ByteArrayOutputStream memory = new ByteArrayOutputStream(512);
  private long size;
  private Path file;
  private OutputStream toFile;

  Body(Shelf shelf, BodyLimit.Most most) {
    this.shelf = shelf;
    this.most = most;
  }

  /** Where large bodies lie while their request is answered. */
  interface Shelf {
    Path newFile() throws IOException;
  }

  /** All of it, at once. */
  void add(byte[] whole) {
    memory.writeBytes(whole);
    size = whole.length;
  }

  /** A piece. False when it is more than will be read. */
  boolean add(byte[] piece, int length) throws IOException {
    size += length;
    if (size > most.octets()) {
      return size <= most.octets() + most.readOn();
    }
    if (toFile == null && size > WHILE_IT_COMES) {
      file = shelf.newFile();
      toFile = Files.newOutputStream(file);
      memory.writeTo(toFile);
      memory.reset();
    }
    (toFile == null ? memory : toFile).write(piece, 0, length);
    return true;
  }

  /** Octets that came, those beyond the limit included. */
  long size() {
    return size;
  }

  InputStream open() throws IOException {
    if (toFile == null) {
      return new ByteArrayInputStream(memory.toByteArray());
    }
    toFile.flush();
    return Files.newInputStream(file);
  }

  @Override
  public void close() {
    if (file != null) {
      try {
        toFile.close();
        Files.deleteIfExists(file);
      } catch (IOException left) {
        LOG.warn("A body's file stays behind until the next start: {}", left.getMessage());
      }
    }
  }
}
