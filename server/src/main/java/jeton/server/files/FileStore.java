package jeton.server.files;

import java.io.IOException;
import java.io.InputStream;
import org.springframework.core.io.Resource;

/**
 * Where contents are kept, by hash. A folder now; a shared store when several machines need them.
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

  /** A content that was kept. */
  Resource open(String hash);

  /** A content beyond the limit. */
  final class TooLarge extends IOException {
    private static final long serialVersionUID = 1L;
  }
}
