package jeton.server.files;

import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.Channels;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Stream;
import jeton.server.disk.Durable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;

/** Contents as files named by their hash in a folder of this machine. */
final class FolderFileStore implements FileStore {
  private static final int HEAD = 64 * 1024;
  private final Path folder;

  FolderFileStore(Path folder) {
    this.folder = folder;
  }

  Path folder() {
    return folder;
  }

  /** Hashes of all contents. */
  List<String> all() throws IOException {
    Files.createDirectories(folder);
    try (Stream<Path> files = Files.walk(folder)) {
      return files
          .filter(FolderFileStore::isContent)
          .map(file -> file.getFileName().toString())
          .toList();
    }
  }

  static boolean isContent(Path file) {
    return file.getFileName().toString().matches("[0-9a-f]{64}");
  }

  @Override
  public Kept keep(InputStream content, long most) throws IOException {
    Files.createDirectories(folder);
    Path draft = Files.createTempFile(folder, "upload-", ".part");
    try {
      Kept kept = write(content, most, draft);
      Path place = place(kept.hash());
      Files.createDirectories(place.getParent());
      Files.move(draft, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
      Durable.sync(place.getParent());
      return kept;
    } finally {
      Files.deleteIfExists(draft);
    }
  }

  @Override
  public boolean has(String hash) {
    return Files.exists(place(hash));
  }

  @Override
  public void remove(String hash) throws IOException {
    Files.deleteIfExists(place(hash));
  }

  @Override
  public Resource open(String hash) {
    return new FileSystemResource(place(hash));
  }

  @Override
  public void begin(String draft) throws IOException {
    Files.createDirectories(draft(draft).getParent());
    Files.createFile(draft(draft));
    Durable.sync(draft(draft).getParent());
  }

  @Override
  public OptionalLong there(String draft) throws IOException {
    return Files.exists(draft(draft))
        ? OptionalLong.of(Files.size(draft(draft)))
        : OptionalLong.empty();
  }

  @Override
  public long append(String draft, long offset, InputStream piece, long most) throws IOException {
    try (FileChannel channel = FileChannel.open(draft(draft), StandardOpenOption.WRITE);
        FileLock lock = channel.tryLock()) {
      if (lock == null || channel.size() != offset) {
        return channel.size();
      }
      channel.position(offset);
      copy(piece, channel, most);
      // Whoever is told how much there is begins there again.
      channel.force(true);
      return channel.size();
    } catch (OverlappingFileLockException somebodyElse) {
      return Files.size(draft(draft));
    }
  }

  static void copy(InputStream piece, FileChannel to, long most) throws IOException {
    byte[] buffer = new byte[HEAD];
    long size = to.position();
    for (int n = piece.read(buffer); n >= 0; n = piece.read(buffer)) {
      size += n;
      if (size > most) {
        throw new TooLarge();
      }
      ByteBuffer octets = ByteBuffer.wrap(buffer, 0, n);
      while (octets.hasRemaining()) {
        to.write(octets);
      }
    }
  }

  @Override
  public Kept keepDraft(String draft) throws IOException {
    Path whole = draft(draft);
    Kept kept = read(whole);
    Path place = place(kept.hash());
    Files.createDirectories(place.getParent());
    if (!Files.exists(place)) {
      // A second name, so that nothing is copied and nothing is lost in between.
      try {
        Files.createLink(place, whole);
      } catch (FileAlreadyExistsException sameContentMeanwhile) {
        return kept;
      }
      Durable.sync(place.getParent());
    }
    return kept;
  }

  private static Kept read(Path whole) throws IOException {
    MessageDigest digest = sha256();
    try (FileChannel channel =
        FileChannel.open(whole, StandardOpenOption.READ, StandardOpenOption.WRITE)) {
      channel.force(true);
      InputStream in = Channels.newInputStream(channel);
      byte[] head = in.readNBytes(HEAD);
      digest.update(head);
      byte[] buffer = new byte[HEAD];
      for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
        digest.update(buffer, 0, n);
      }
      return new Kept(HexFormat.of().formatHex(digest.digest()), channel.size(), head);
    }
  }

  @Override
  public void drop(String draft) throws IOException {
    Files.deleteIfExists(draft(draft));
  }

  @Override
  public long room() throws IOException {
    Files.createDirectories(folder);
    return folder.toFile().getUsableSpace();
  }

  private Path draft(String name) {
    return folder.resolve("drafts").resolve(checkedDraft(name));
  }

  static String checkedDraft(String name) {
    if (!name.matches("[A-Za-z0-9_-]{10,60}")) {
      throw new IllegalArgumentException("Not a draft's name");
    }
    return name;
  }

  private static Kept write(InputStream content, long most, Path draft) throws IOException {
    MessageDigest digest = sha256();
    byte[] head = content.readNBytes(HEAD);
    digest.update(head);
    long size = head.length;
    if (size > most) {
      throw new TooLarge();
    }
    try (FileOutputStream out = new FileOutputStream(draft.toFile())) {
      out.write(head);
      byte[] buffer = new byte[HEAD];
      for (int n = content.read(buffer); n >= 0; n = content.read(buffer)) {
        size += n;
        if (size > most) {
          throw new TooLarge();
        }
        digest.update(buffer, 0, n);
        out.write(buffer, 0, n);
      }
      // On the disk before anything says that it is there.
      out.getFD().sync();
    }
    return new Kept(
        HexFormat.of().formatHex(digest.digest()), size, Arrays.copyOf(head, head.length));
  }

  Path place(String hash) {
    if (!hash.matches("[0-9a-f]{64}")) {
      throw new IllegalArgumentException("Not a content hash");
    }
    return folder.resolve(hash.substring(0, 2)).resolve(hash);
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }
}
