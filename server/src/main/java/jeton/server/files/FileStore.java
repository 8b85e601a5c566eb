package jeton.server.files;

import java.io.IOException;
import java.io.InputStream;
import java.util.OptionalLong;
import org.springframework.core.io.Resource;

/**
 * Where contents are kept, by hash: in a folder, or in a bucket when several machines need them.
 */
interface FileStore {

  /**
   * What was kept.
   *
   * @param hash SHA-256 in lower-case hex
   * @param head the first octets, enough to tell the type
   */
  record Kept(String hash, long size, byte[] head) {}

  /**
   * Streams a content into the store, whole or not at all.
   *
   * @throws TooLarge past {@code most} octets; nothing is kept then
   */
  Kept keep(InputStream content, long most) throws IOException;

  /** Begins a content that comes in pieces. */
  void begin(String draft) throws IOException;

  /** Octets of a draft that are there; empty when there is none. */
  OptionalLong there(String draft) throws IOException;

  /**
   * Adds to a draft what a request brings; what arrived before it broke off is kept.
   *
   * @param offset octets that are there by the sender's account
   * @param most octets of the whole
   * @return octets that are there now; as before when the account was wrong, or somebody else is
   *     adding at this moment
   * @throws TooLarge past {@code most} octets
   */
  long append(String draft, long offset, InputStream piece, long most) throws IOException;

  /** Keeps a draft as a content; the draft stays until it is dropped. */
  Kept keepDraft(String draft) throws IOException;

  /** Forgets a draft; one that is not there is no trouble. */
  void drop(String draft) throws IOException;

  /** Octets for which there is room. */
  long room() throws IOException;

  /** Whether a content is there. */
  boolean has(String hash);

  /** Forgets a content; one that is not there is no trouble. */
  void remove(String hash) throws IOException;

  /** A content that was kept. */
  Resource open(String hash);

  /**
   * Whether contents can be reached at this moment.
   *
   * @throws IOException saying why not
   */
  default void look() throws IOException {}

  /** A content beyond the limit. */
  final class TooLarge extends IOException {
    private static final long serialVersionUID = 1L;
  }
}
