package jeton.server.shelf;

import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.List;
import java.util.OptionalLong;
import java.util.function.Supplier;
import java.util.stream.Stream;
import jeton.server.disk.Durable;
import org.springframework.util.FileSystemUtils;

/** A folder of this machine, which its owner alone reads. */
final class FolderShelf implements Shelf {
  private static final String DRAFT = "draft-";
  private static final String PART = ".part";
  private final Path folder;

  FolderShelf(Path folder) {
    this.folder = folder;
  }

  @Override
  public String address() {
    return folder.toString();
  }

  @Override
  public void open() throws IOException {
    if (Files.notExists(folder)) {
      Files.createDirectories(folder);
      Files.setPosixFilePermissions(folder, PosixFilePermissions.fromString("rwx------"));
    }
    if (!Files.isDirectory(folder) || !Files.isWritable(folder)) {
      throw new IOException("Jeton may not write into " + folder);
    }
  }

  @Override
  public boolean isEmpty() throws IOException {
    try (Stream<Path> there = Files.list(folder)) {
      return there.findAny().isEmpty();
    }
  }

  @Override
  public List<String> folders() throws IOException {
    try (Stream<Path> there = Files.list(folder)) {
      return there.filter(Files::isDirectory).map(one -> one.getFileName().toString()).toList();
    }
  }

  @Override
  public List<String> names(String below) throws IOException {
    Path from = folder.resolve(below);
    if (!Files.isDirectory(from)) {
      return List.of();
    }
    try (Stream<Path> all = Files.walk(from)) {
      return all.filter(Files::isRegularFile)
          .map(file -> folder.relativize(file).toString())
          .filter(name -> !name.endsWith(PART))
          .toList();
    }
  }

  @Override
  public OptionalLong size(String name) throws IOException {
    try {
      return OptionalLong.of(Files.size(folder.resolve(name)));
    } catch (NoSuchFileException none) {
      return OptionalLong.empty();
    }
  }

  @Override
  public Path draft() throws IOException {
    Files.createDirectories(folder);
    return Files.createTempFile(folder, DRAFT, PART);
  }

  @Override
  public void put(String name, Path file) throws IOException {
    Path draft = draft();
    try {
      Files.copy(file, draft, StandardCopyOption.REPLACE_EXISTING);
      take(name, draft);
    } finally {
      Files.deleteIfExists(draft);
    }
  }

  @Override
  public void take(String name, Path draft) throws IOException {
    Path place = folder.resolve(name);
    Files.createDirectories(place.getParent());
    // On the disk before it has its name, and its name on the disk before anything builds on it.
    Durable.sync(draft);
    Files.move(draft, place, StandardCopyOption.ATOMIC_MOVE);
    Durable.sync(place.getParent());
  }

  @Override
  public InputStream read(String name, long first) throws IOException {
    InputStream octets = Files.newInputStream(folder.resolve(name));
    octets.skipNBytes(first);
    return octets;
  }

  @Override
  public void remove(String name) throws IOException {
    Files.deleteIfExists(folder.resolve(name));
  }

  @Override
  public void removeAll(String below) throws IOException {
    FileSystemUtils.deleteRecursively(folder.resolve(below));
  }

  @Override
  public <T> T alone(String lock, Supplier<T> work) throws IOException {
    try (FileChannel channel =
            FileChannel.open(
                folder.resolve(lock), StandardOpenOption.CREATE, StandardOpenOption.WRITE);
        FileLock held = channel.tryLock()) {
      if (held == null) {
        throw new Taken(lock);
      }
      removeLeftDrafts();
      return work.get();
    } catch (OverlappingFileLockException ofThisProcess) {
      throw new Taken(lock);
    }
  }

  /** Of somebody who died at it. */
  private void removeLeftDrafts() throws IOException {
    try (DirectoryStream<Path> drafts = Files.newDirectoryStream(folder, DRAFT + "*" + PART)) {
      for (Path draft : drafts) {
        Files.deleteIfExists(draft);
      }
    }
  }
}
