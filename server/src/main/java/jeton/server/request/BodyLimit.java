package jeton.server.request;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Duration;
import java.util.Optional;

/**
 * Says how large the body of some requests may be; a capability with a larger need of its own has
 * one.
 */
public interface BodyLimit {

  /**
   * The limit of a request.
   *
   * @return empty for requests of other capabilities
   */
  Optional<Most> of(HttpServletRequest request);

  /**
   * How much, and how long it may take to come.
   *
   * @param octets of the body
   * @param readOn octets that are read and thrown away beyond that, so that the sender gets to read
   *     why it was refused; 0 to hang up
   */
  record Most(long octets, long readOn, Duration time) {
    /** For whoever has not signed in. */
    public static final Most STRANGER = new Most(64 * 1024, 0, Duration.ofSeconds(8));
  }
}
