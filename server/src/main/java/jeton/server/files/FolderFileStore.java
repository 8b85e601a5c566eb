package jeton.server.files;

import java.io.FileOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.HexFormat;
import jeton.server.business.JetonSettings;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Component;

/** Contents as files named by their hash, under {@code files/} of the home. */
@Component
final class FolderFileStore implements FileStore {
  private static final int HEAD = 64 * 1024;
  private final Path folder;

  FolderFileStore(JetonSettings settings) {
    this.folder = settings.home().resolve("files");
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
      sync(place.getParent());
      return kept;
    } finally {
      Files.deleteIfExists(draft);
    }
  }

  @Override
  public Resource open(String hash) {
    return new FileSystemResource(place(hash));
  }

  /** A name is in its folder for good only once the folder is written too. */
  private static void sync(Path folder) throws IOException {
    try (FileChannel channel = FileChannel.open(folder, StandardOpenOption.READ)) {
      channel.force(true);
    }
  }

  private static Kept write(InputStream content, long most, Path draft) throws IOException {
    MessageDigest digest = sha256();
    byte[] head = content.readNBytes(HEAD);
    digest.update(head);
    long size = head.length;
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

  private Path place(String hash) {
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
