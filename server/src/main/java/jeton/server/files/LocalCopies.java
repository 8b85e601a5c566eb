package jeton.server.files;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * Copies of contents on this machine, as many as there is room for: those unused for longest go
 * first, and none that something may be sent from at this moment.
 */
final class LocalCopies {
  private static final Duration IN_USE = Duration.ofMinutes(10);
  private final Path folder;
  private final long most;

  /**
   * Copies.
   *
   * @param most octets of all of them
   */
  LocalCopies(Path folder, long most) {
    this.folder = folder;
    this.most = most;
  }

  private record Copy(Path file, long size, Instant used) {}

  /** Notes that one is used; one that is gone by now is no trouble. */
  static void use(Path file, Instant now) throws IOException {
    try {
      Files.setLastModifiedTime(file, FileTime.from(now));
    } catch (NoSuchFileException gone) {
      // It is fetched anew.
    }
  }

  /** Which may go, those unused for longest first, so that the rest is not too much. */
  List<Path> tooMany(Instant now) throws IOException {
    List<Copy> copies = new ArrayList<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(FolderFileStore::isContent).toList()) {
        copies.add(new Copy(file, Files.size(file), Files.getLastModifiedTime(file).toInstant()));
      }
    } catch (NoSuchFileException forgottenMeanwhile) {
      return List.of();
    }
    copies.sort(Comparator.comparing(Copy::used));
    long rest = copies.stream().mapToLong(Copy::size).sum();
    List<Path> going = new ArrayList<>();
    for (Copy copy : copies) {
      if (rest <= most || copy.used().plus(IN_USE).isAfter(now)) {
        break;
      }
      going.add(copy.file());
      rest -= copy.size();
    }
    return going;
  }
}
