package jeton.server.shelf;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalLong;
import java.util.function.Supplier;

/**
 * Where things are kept by name, whole or not at all: a folder of this machine, or what begins with
 * a prefix in a bucket of an S3 service. Names are paths with {@code /} in between, none of them
 * from outside.
 */
public interface Shelf extends AutoCloseable {

  /** As people name it: a path, or {@code s3://bucket/prefix}. */
  String address();

  /**
   * Makes sure that it is there and can be written to.
   *
   * @throws IOException saying what is in the way, in words for whoever named it
   */
  void open() throws IOException;

  /** Whether nothing at all is in it. */
  boolean isEmpty() throws IOException;

  /** What names begin with, as far as the first {@code /}, each once and in no order. */
  List<String> folders() throws IOException;

  /** Names below another ({@code ""} for all), in no order. */
  List<String> names(String below) throws IOException;

  /** Octets of what has a name; empty when nothing has. */
  OptionalLong size(String name) throws IOException;

  /** Keeps a file's octets under a name, in place of what had it; the file stays. */
  void put(String name, Path file) throws IOException;

  /** A new file of this machine, for what is to be {@linkplain #take taken}. */
  Path draft() throws IOException;

  /** Keeps a draft under a name; the draft is gone then. */
  default void take(String name, Path draft) throws IOException {
    put(name, draft);
    Files.delete(draft);
  }

  /**
   * Octets of what has a name, from one on.
   *
   * @param first the first of them, from 0
   * @throws java.nio.file.NoSuchFileException when nothing has the name
   */
  InputStream read(String name, long first) throws IOException;

  /** Takes away what has a name; nothing is no trouble. */
  void remove(String name) throws IOException;

  /** Takes away all below a name. */
  void removeAll(String below) throws IOException;

  /**
   * Does something while nobody else holds the same lock, on whatever machine. That of a process
   * that died is free at once in a folder, and after an hour in a bucket.
   *
   * @throws Taken when somebody holds it
   */
  <T> T alone(String lock, Supplier<T> work) throws IOException;

  @Override
  default void close() {}

  /** Somebody else is at it. */
  final class Taken extends IOException {
    private static final long serialVersionUID = 1L;

    Taken(String message) {
      super(message);
    }
  }
}
