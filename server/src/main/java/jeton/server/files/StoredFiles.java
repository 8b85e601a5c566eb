package jeton.server.files;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.util.Optional;
import java.util.Set;
import jeton.core.problem.Problems;
import jeton.server.problem.Refused;
import org.apache.tika.Tika;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.io.Resource;
import org.springframework.stereotype.Service;

/**
 * Files and pictures brought in by the owner, kept once per content. The type is told from the
 * content, never believed from the name.
 */
@Service
public class StoredFiles {
  /** Most octets of a file that is handed over. */
  public static final long MOST_FILE = 200L << 20;

  /** Most octets of a film or a sound. */
  public static final long MOST_RECORDING = 2L << 30;

  /** Most octets of a picture. */
  public static final long MOST_PICTURE = 5L << 20;

  private static final Logger LOG = LoggerFactory.getLogger(StoredFiles.class);
  private static final Set<String> PICTURES =
      Set.of("image/png", "image/jpeg", "image/webp", "image/gif", "image/svg+xml");
  private static final Tika TYPES = new Tika();

  private final FileStore contents;
  private final StoredFileStore store;
  private final Clock clock;

  StoredFiles(FileStore contents, StoredFileStore store, Clock clock) {
    this.contents = contents;
    this.store = store;
    this.clock = clock;
  }

  /** A kept content and its real type. */
  public record Stored(String hash, long size, String mediaType) {}

  /** Keeps a file to hand over. Only passes open it. */
  public Stored keepFile(String name, InputStream content) {
    checkName(name);
    FileStore.Kept kept = keep(content, MOST_FILE, "A file can have up to 200 MB.");
    return record(kept, typeOf(name, kept), false);
  }

  /** Keeps what came in piece by piece: recordings may be larger than other files. */
  Stored keepDraft(String name, String draft) throws IOException {
    FileStore.Kept kept = contents.keepDraft(draft);
    String type = typeOf(name, kept);
    boolean recording = type.startsWith("video/") || type.startsWith("audio/");
    if (!recording && kept.size() > MOST_FILE) {
      throw new Refused(
          "file",
          "too_large",
          "Films and sounds may have 2 GB, other files up to 200 MB. Nothing was changed.");
    }
    return record(kept, type, false);
  }

  /** Keeps a picture, which anybody may see who knows its address. */
  public Stored keepPicture(String name, InputStream content) {
    checkName(name);
    FileStore.Kept kept =
        keep(content, MOST_PICTURE, "A picture can have up to 5 MB. Make it smaller.");
    String type = typeOf(name, kept);
    if (!PICTURES.contains(type)) {
      throw new Refused(
          "file", "not_a_picture", "This is no picture. Use PNG, JPEG, WebP, GIF or SVG.");
    }
    return record(kept, type, true);
  }

  /** A picture by its hash. */
  public Optional<Stored> picture(String hash) {
    return store.find(hash, true);
  }

  /** The content of something kept. */
  public Resource open(String hash) {
    return contents.open(hash);
  }

  private FileStore.Kept keep(InputStream content, long most, String tooLarge) {
    try {
      FileStore.Kept kept = contents.keep(content, most);
      if (kept.size() == 0) {
        throw new Refused("file", "empty", "This file is empty. Choose it again.");
      }
      return kept;
    } catch (FileStore.TooLarge large) {
      throw new Refused("file", "too_large", tooLarge + " Nothing was changed.");
    } catch (IOException failed) {
      LOG.error("A file could not be kept", failed);
      throw new UncheckedIOException(failed);
    }
  }

  static void checkName(String name) {
    Problems problems = new Problems();
    problems.line(name, "file", "The file's name", 255);
    problems.when(name.isBlank(), "file", "no_name", "The file needs a name.");
    Refused.unlessNone(problems.list());
  }

  private static String typeOf(String name, FileStore.Kept kept) {
    String byContent = TYPES.detect(kept.head(), name);
    String byName = TYPES.detect(name);
    boolean nameTellsNothing = byName.equals("application/octet-stream");
    if (!nameTellsNothing && !byContent.equals(byName)) {
      throw new Refused(
          "file",
          "mistyped",
          "The name “"
              + name
              + "” says "
              + byName
              + ", but what is in it is "
              + byContent
              + ". Nothing was changed.");
    }
    return byContent;
  }

  private Stored record(FileStore.Kept kept, String type, boolean isPublic) {
    Stored stored = new Stored(kept.hash(), kept.size(), type);
    store.add(stored, isPublic, clock.instant());
    if (!contents.has(kept.hash())) {
      // The same content was being forgotten at this moment, since nothing had named it for long.
      throw new Refused("file", "again", "This file did not arrive whole. Choose it once more.");
    }
    return stored;
  }
}
