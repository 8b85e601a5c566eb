package jeton.server.files;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.OptionalLong;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;

/**
 * Large files that come in pieces: cut off anywhere, they are taken up again at the piece that was
 * cut. What nobody takes up again is dropped after a week.
 */
@Service
public class Uploads {
  /** How long a cut-off upload can be taken up again. */
  public static final Duration KEPT = Duration.ofDays(7);

  private static final Logger LOG = LoggerFactory.getLogger(Uploads.class);
  private static final long ROOM_TO_SPARE = 500L << 20;

  private final FileStore contents;
  private final StoredFiles files;
  private final UploadStore store;
  private final Clock clock;

  Uploads(FileStore contents, StoredFiles files, UploadStore store, Clock clock) {
    this.contents = contents;
    this.files = files;
    this.store = store;
    this.clock = clock;
  }

  /**
   * A file on its way.
   *
   * @param size octets of the whole
   * @param finished whether it was taken over already
   */
  public record Upload(String id, long offerId, String name, long size, boolean finished) {}

  /** Begins one. */
  public Upload begin(long offerId, String name, long size) {
    StoredFiles.checkName(name);
    if (size < 1) {
      throw new Refused("file", "empty", "This file is empty. Choose it again.");
    }
    if (size > StoredFiles.MOST_RECORDING) {
      throw new Refused(
          "file", "too_large", "A film or a sound can have up to 2 GB. Nothing was changed.");
    }
    Instant now = clock.instant();
    Upload upload = new Upload(Tokens.random(), offerId, name, size, false);
    try {
      store.before(now.minus(KEPT)).forEach(this::forget);
      if (contents.room() < size + ROOM_TO_SPARE) {
        throw new Refused(
            "file",
            "no_room",
            "There is no room for this file on the server’s disk. Nothing was changed.");
      }
      contents.begin(upload.id());
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    store.add(upload, now);
    return upload;
  }

  /** One of an offer that must exist. */
  public Upload find(long offerId, String id) {
    return store
        .find(id)
        .filter(upload -> upload.offerId() == offerId)
        .orElseThrow(() -> new NotThere("This upload"));
  }

  /** Octets that are there. */
  public long there(Upload upload) {
    try {
      OptionalLong there = contents.there(upload.id());
      return upload.finished()
          ? upload.size()
          : there.orElseThrow(() -> new NotThere("This upload"));
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
  }

  /**
   * Takes a further piece.
   *
   * @param offset octets that are there by the sender's account
   * @return octets that are there now: the sender goes on from them
   */
  public long append(Upload upload, long offset, InputStream piece) throws IOException {
    try {
      return contents.append(upload.id(), offset, piece, upload.size());
    } catch (FileStore.TooLarge larger) {
      throw new Refused(
          "file", "too_large", "More came than was said at first. Choose the file again.");
    }
  }

  /** The whole of it, kept and its type checked. */
  public StoredFiles.Stored kept(Upload upload) {
    if (there(upload) != upload.size()) {
      throw new Refused("file", "not_whole", "Not all of the file is there yet.");
    }
    try {
      return files.keepDraft(upload.name(), upload.id());
    } catch (IOException failed) {
      LOG.error("An upload could not be kept", failed);
      throw new UncheckedIOException(failed);
    }
  }

  /** Notes that it was taken over, in the caller's transaction; false when it had been before. */
  public boolean finish(Upload upload) {
    return store.finish(upload.id());
  }

  /**
   * Drops what arrived of it. Its row stays a while, so that a question asked twice is answered.
   */
  public void drop(Upload upload) {
    try {
      contents.drop(upload.id());
    } catch (IOException failed) {
      LOG.warn("What arrived of an upload could not be dropped", failed);
    }
  }

  /** Stops one for good. */
  public void stop(Upload upload) {
    forget(upload.id());
  }

  private void forget(String id) {
    try {
      contents.drop(id);
      store.remove(id);
    } catch (IOException failed) {
      LOG.warn("What arrived of an upload could not be dropped", failed);
    }
  }
}
