package jeton.server.feed;

import java.io.IOException;
import java.net.URI;
import java.time.Duration;
import jeton.server.outside.OutsideHttp;
import org.springframework.stereotype.Component;

/**
 * Fetches a feed: 10 seconds a request, 20 in all, 5 MB at most, three redirects, and no address
 * that leads into a private network unless the install allows them (H1).
 */
@Component
class FeedFetcher {
  static final int MOST_OCTETS = 5_000_000;
  private static final Duration IN_ALL = Duration.ofSeconds(20);
  private static final int MOST_REDIRECTS = 3;

  private final OutsideHttp http;

  FeedFetcher(OutsideHttp http) {
    this.http = http;
  }

  /** What came, and from where in the end. */
  record Fetched(byte[] octets, URI url) {}

  /**
   * Fetches it.
   *
   * @throws IOException with words for the owner
   */
  Fetched fetch(String address) throws IOException {
    long deadline = System.nanoTime() + IN_ALL.toNanos();
    URI url = URI.create(address);
    for (int i = 0; i <= MOST_REDIRECTS && System.nanoTime() < deadline; i++) {
      if (!isWeb(url)) {
        throw new IOException("This is no web address.");
      }
      OutsideHttp.Fetched answer = http.fetch(url, MOST_OCTETS + 1);
      if (!answer.fault().isEmpty()) {
        throw new IOException(answer.fault());
      }
      if (answer.status() / 100 == 3) {
        url = url.resolve(answer.location());
        continue;
      }
      if (answer.status() != 200) {
        throw new IOException("The site answers with status " + answer.status() + ".");
      }
      if (answer.octets().length > MOST_OCTETS) {
        throw new IOException("The feed is larger than 5 MB.");
      }
      return new Fetched(answer.octets(), url);
    }
    throw new IOException("The site sends from address to address without end.");
  }

  private static boolean isWeb(URI url) {
    return url.getHost() != null
        && ("http".equals(url.getScheme()) || "https".equals(url.getScheme()));
  }
}
