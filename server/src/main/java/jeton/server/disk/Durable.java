package jeton.server.disk;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/**
 * Files that are written to the disk before anything builds on them: a system keeps what is written
 * in memory for up to half a minute.
 */
public final class Durable {
  private Durable() {}

  /** Writes what a file has to the disk; of a folder, the names in it. */
  public static void sync(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      channel.force(true);
    }
  }

  /** Fills a file that is there, and has it on the disk, name and all. */
  public static void write(Path file, String text) throws IOException {
    Files.writeString(file, text);
    sync(file);
    sync(file.getParent());
  }
}
