package jeton.server.files;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.SequenceInputStream;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Clock;
import java.util.Collections;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jeton.server.shelf.Shelf;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.core.io.Resource;

/**
 * Contents in a bucket, which several instances share, with copies in {@code files/} of the home:
 * from those a slow line is served without a thread. What was in the home before a bucket was named
 * is brought into it after the start.
 */
final class BucketFileStore implements FileStore, DisposableBean {
  private static final Logger LOG = LoggerFactory.getLogger(BucketFileStore.class);
  // Larger ones are sent from the bucket until their copy is there.
  private static final long AWAITED = 32L << 20;
  private static final String DRAFTS = "drafts/";
  private static final String MOVED_IN = "moved-in";

  private final Shelf bucket;
  private final FolderFileStore folder;
  private final LocalCopies copies;
  private final Clock clock;
  private final Set<String> fetching = ConcurrentHashMap.newKeySet();
  private final ExecutorService fetches = Executors.newSingleThreadExecutor();

  /**
   * A store.
   *
   * @param mostCopies octets of all copies here
   * @param clock this machine's, by which files are dated
   */
  BucketFileStore(Shelf bucket, FolderFileStore folder, long mostCopies, Clock clock) {
    this.bucket = bucket;
    this.folder = folder;
    this.clock = clock;
    copies = new LocalCopies(folder.folder(), mostCopies);
    fetches.execute(this::moveIn);
  }

  static String name(String hash) {
    return hash.substring(0, 2) + "/" + hash;
  }

  /**
   * Brings in what only the home has, once for each bucket: later all of it are copies, and one
   * that was forgotten must not come back. What cannot be brought in now is after the next start.
   */
  private void moveIn() {
    try {
      if (isMovedIn()) {
        return;
      }
      List<String> all = folder.all();
      for (String hash : all) {
        if (!has(hash)) {
          bucket.put(name(hash), folder.place(hash));
        }
      }
      Files.writeString(folder.folder().resolve(MOVED_IN), bucket.address());
      LOG.info("The {} files of the home are in {} now", all.size(), bucket.address());
    } catch (IOException | UncheckedIOException away) {
      LOG.error("Not all files of the home are in {}: {}", bucket.address(), away.getMessage());
    }
  }

  /** Whether all that is here is a copy. */
  private boolean isMovedIn() throws IOException {
    Path done = folder.folder().resolve(MOVED_IN);
    return Files.exists(done) && Files.readString(done).equals(bucket.address());
  }

  @Override
  public Kept keep(InputStream content, long most) throws IOException {
    return bringIn(folder.keep(content, most));
  }

  private Kept bringIn(Kept kept) throws IOException {
    try {
      if (!has(kept.hash())) {
        bucket.put(name(kept.hash()), folder.place(kept.hash()));
      }
    } catch (IOException | UncheckedIOException away) {
      // Nobody would look for it again; but what the home had before may be the only one there is.
      if (isMovedIn()) {
        folder.remove(kept.hash());
      }
      throw away;
    }
    makeRoom();
    return kept;
  }

  @Override
  public void begin(String draft) throws IOException {
    Path nothing = bucket.draft();
    bucket.take(draft(draft) + "/" + Pieces.name(0, 0), nothing);
  }

  @Override
  public OptionalLong there(String draft) throws IOException {
    List<String> names = bucket.names(draft(draft));
    return names.isEmpty() ? OptionalLong.empty() : OptionalLong.of(new Pieces(names).there());
  }

  /** By way of a file here, since a bucket takes nothing that breaks off. */
  @Override
  public long append(String draft, long offset, InputStream piece, long most) throws IOException {
    long there = there(draft).orElseThrow(() -> new NoSuchFileException(draft));
    if (there != offset) {
      return there;
    }
    Path arrived = bucket.draft();
    try (FileChannel here = FileChannel.open(arrived, StandardOpenOption.WRITE)) {
      FolderFileStore.copy(piece, here, most - offset);
      put(draft, offset, arrived);
      return there(draft).orElse(0);
    } catch (TooLarge more) {
      throw more;
    } catch (IOException brokenOff) {
      put(draft, offset, arrived);
      throw brokenOff;
    } finally {
      Files.deleteIfExists(arrived);
    }
  }

  private void put(String draft, long offset, Path arrived) throws IOException {
    long length = Files.size(arrived);
    if (length > 0) {
      bucket.put(draft(draft) + "/" + Pieces.name(offset, length), arrived);
    }
  }

  @Override
  public Kept keepDraft(String draft) throws IOException {
    List<Opened> parts =
        new Pieces(bucket.names(draft(draft))).inOrder().stream().map(Opened::new).toList();
    try (InputStream whole = new SequenceInputStream(Collections.enumeration(parts))) {
      return bringIn(folder.keep(whole, Long.MAX_VALUE));
    }
  }

  /** A part that is asked for only when it is its turn. */
  private final class Opened extends FilterInputStream {
    private final Pieces.Part part;

    Opened(Pieces.Part part) {
      super(null);
      this.part = part;
    }

    private InputStream octets() throws IOException {
      if (in == null) {
        in = bucket.read(part.name(), part.skip());
      }
      return in;
    }

    @Override
    public int read() throws IOException {
      return octets().read();
    }

    @Override
    public int read(byte[] into, int at, int length) throws IOException {
      return octets().read(into, at, length);
    }

    @Override
    public void close() throws IOException {
      if (in != null) {
        in.close();
      }
    }
  }

  @Override
  public void drop(String draft) throws IOException {
    bucket.removeAll(draft(draft));
  }

  private static String draft(String draft) {
    return DRAFTS + FolderFileStore.checkedDraft(draft);
  }

  @Override
  public long room() throws IOException {
    return folder.room();
  }

  @Override
  public boolean has(String hash) {
    try {
      return bucket.size(name(hash)).isPresent();
    } catch (IOException away) {
      throw new UncheckedIOException(away);
    }
  }

  @Override
  public void remove(String hash) throws IOException {
    bucket.remove(name(hash));
    folder.remove(hash);
  }

  @Override
  public Resource open(String hash) {
    Path copy = folder.place(hash);
    try {
      if (Files.notExists(copy)) {
        OptionalLong size = bucket.size(name(hash));
        if (size.orElse(0) > AWAITED) {
          fetchMeanwhile(hash);
          return new BucketContent(bucket, name(hash), size.getAsLong());
        }
        fetch(hash);
      }
      LocalCopies.use(copy, clock.instant());
    } catch (IOException away) {
      throw new UncheckedIOException(away);
    }
    return folder.open(hash);
  }

  private void fetchMeanwhile(String hash) {
    if (fetching.add(hash)) {
      fetches.execute(
          () -> {
            try {
              fetch(hash);
            } catch (IOException away) {
              LOG.warn("No copy of a file could be made: {}", away.getMessage());
            } finally {
              fetching.remove(hash);
            }
          });
    }
  }

  private void fetch(String hash) throws IOException {
    try (InputStream octets = bucket.read(name(hash), 0)) {
      Kept kept = folder.keep(octets, Long.MAX_VALUE);
      if (!kept.hash().equals(hash)) {
        folder.remove(kept.hash());
        throw new IOException("the content " + hash + " is not what it was");
      }
    }
    makeRoom();
  }

  /** What is not in the bucket stays, whatever the reason. */
  private void makeRoom() throws IOException {
    for (Path copy : copies.tooMany(clock.instant())) {
      if (has(copy.getFileName().toString())) {
        Files.deleteIfExists(copy);
      }
    }
  }

  @Override
  public void look() throws IOException {
    bucket.size(DRAFTS);
  }

  @Override
  public void destroy() {
    fetches.shutdownNow();
    bucket.close();
  }
}
