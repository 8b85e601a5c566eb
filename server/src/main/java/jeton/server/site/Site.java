package jeton.server.site;

import java.net.URI;
import java.time.Instant;

/**
 * A web site on which the snippet is installed.
 *
 * @param key its name in the snippet; never changes
 * @param origin scheme, host and port, without a slash at the end
 */
public record Site(long id, String key, String name, String origin, Instant createdAt) {

  /** The host alone, in lower case. */
  public String host() {
    return URI.create(origin).getHost();
  }
}
