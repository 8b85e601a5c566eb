package jeton.server.feed;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import jeton.server.business.JetonSettings;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Fetches a feed: 10 seconds in all, 5 MB at most, three redirects, and no address that leads into
 * a private network unless the install allows them (H1). A name is looked up before each request.
 */
@Component
class FeedFetcher {
  static final int MOST_OCTETS = 5_000_000;
  private static final Duration PATIENCE = Duration.ofSeconds(10);
  private static final int MOST_REDIRECTS = 3;
  private static final int SHARED_FIRST = 100;
  private static final int SHARED_MASK = 0xC0;
  private static final int SHARED_SECOND = 64;
  private static final int UNIQUE_LOCAL_MASK = 0xFE;
  private static final int UNIQUE_LOCAL = 0xFC;

  private final JetonSettings settings;
  private final Duration patience;
  private final HttpClient http;

  @Autowired
  FeedFetcher(JetonSettings settings) {
    this(settings, PATIENCE);
  }

  FeedFetcher(JetonSettings settings, Duration patience) {
    this.settings = settings;
    this.patience = patience;
    this.http =
        HttpClient.newBuilder()
            .connectTimeout(patience)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
  }

  /** What came, and from where in the end. */
  record Fetched(byte[] octets, URI url) {}

  /**
   * Fetches it.
   *
   * @throws IOException with words for the owner
   */
  Fetched fetch(String address) throws IOException {
    long deadline = System.nanoTime() + patience.toNanos();
    URI url = URI.create(address);
    for (int i = 0; i <= MOST_REDIRECTS; i++) {
      checkPlace(url);
      HttpResponse<InputStream> answer = ask(url, deadline);
      try (InputStream body = answer.body()) {
        if (answer.statusCode() / 100 == 3) {
          url = url.resolve(answer.headers().firstValue("Location").orElse(""));
          continue;
        }
        if (answer.statusCode() != 200) {
          throw new IOException("The site answers with status " + answer.statusCode() + ".");
        }
        return new Fetched(read(body, deadline), url);
      }
    }
    throw new IOException("The site sends from address to address without end.");
  }

  private HttpResponse<InputStream> ask(URI url, long deadline) throws IOException {
    CompletableFuture<HttpResponse<InputStream>> coming =
        http.sendAsync(
            HttpRequest.newBuilder(url).timeout(PATIENCE).header("Accept", "*/*").build(),
            HttpResponse.BodyHandlers.ofInputStream());
    try {
      return coming.get(Math.max(1, deadline - System.nanoTime()), TimeUnit.NANOSECONDS);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException("stopped", stopped);
    } catch (TimeoutException slow) {
      throw new IOException("The site did not answer within 10 seconds.", slow);
    } catch (ExecutionException failed) {
      throw new IOException("The site cannot be reached.", failed);
    } finally {
      coming.cancel(true);
    }
  }

  /** A body that trickles has to end too; the stream is read on a thread of its own. */
  private static byte[] read(InputStream body, long deadline) throws IOException {
    CompletableFuture<byte[]> read =
        CompletableFuture.supplyAsync(
            () -> {
              try {
                return body.readNBytes(MOST_OCTETS + 1);
              } catch (IOException broken) {
                throw new java.io.UncheckedIOException(broken);
              }
            });
    try {
      byte[] octets = read.get(Math.max(1, deadline - System.nanoTime()), TimeUnit.NANOSECONDS);
      if (octets.length > MOST_OCTETS) {
        throw new IOException("The feed is larger than 5 MB.");
      }
      return octets;
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException("stopped", stopped);
    } catch (TimeoutException slow) {
      throw new IOException("The feed did not come within 10 seconds.", slow);
    } catch (ExecutionException failed) {
      throw new IOException("The feed broke off.", failed);
    } finally {
      // Whoever reads gets an end.
      body.close();
    }
  }

  /** Refuses what leads into a private network (H1). */
  void checkPlace(URI url) throws IOException {
    boolean web = "http".equals(url.getScheme()) || "https".equals(url.getScheme());
    if (!web || url.getHost() == null) {
      throw new IOException("This is no web address.");
    }
    if (settings.privateNetworks()) {
      return;
    }
    try {
      for (InetAddress address : InetAddress.getAllByName(url.getHost())) {
        if (isPrivate(address)) {
          throw new IOException("This address leads into a private network.");
        }
      }
    } catch (UnknownHostException unknown) {
      throw new IOException("There is no site called " + url.getHost() + ".", unknown);
    }
  }

  static boolean isPrivate(InetAddress address) {
    byte[] octets = address.getAddress();
    boolean shared =
        octets.length == 4
            && octets[0] == SHARED_FIRST
            && (octets[1] & SHARED_MASK) == SHARED_SECOND;
    boolean uniqueLocal = octets.length == 16 && (octets[0] & UNIQUE_LOCAL_MASK) == UNIQUE_LOCAL;
    return shared
        || uniqueLocal
        || address.isAnyLocalAddress()
        || address.isLoopbackAddress()
        || address.isLinkLocalAddress()
        || address.isSiteLocalAddress()
        || address.isMulticastAddress();
  }
}
