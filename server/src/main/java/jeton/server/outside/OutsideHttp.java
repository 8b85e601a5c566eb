package jeton.server.outside;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.net.SocketTimeoutException;
import java.net.URI;
import java.net.UnknownHostException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import javax.net.ssl.SSLException;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.client5.http.config.ConnectionConfig;
import org.apache.hc.client5.http.config.RequestConfig;
import org.apache.hc.client5.http.impl.classic.CloseableHttpClient;
import org.apache.hc.client5.http.impl.classic.HttpClients;
import org.apache.hc.client5.http.impl.io.PoolingHttpClientConnectionManagerBuilder;
import org.apache.hc.client5.http.routing.RoutingSupport;
import org.apache.hc.core5.http.ClassicHttpResponse;
import org.apache.hc.core5.http.ContentType;
import org.apache.hc.core5.http.Header;
import org.apache.hc.core5.http.HttpEntity;
import org.apache.hc.core5.http.HttpException;
import org.apache.hc.core5.http.HttpHeaders;
import org.apache.hc.core5.http.io.entity.StringEntity;
import org.apache.hc.core5.util.TimeValue;
import org.apache.hc.core5.util.Timeout;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Asks and tells at addresses their owner typed: ten seconds in all, no redirects, and no more of
 * an answer than its beginning. Connections are kept open between messages.
 */
@Component
public class OutsideHttp {
  private static final Logger LOG = LoggerFactory.getLogger(OutsideHttp.class);
  private static final Duration PATIENCE = Duration.ofSeconds(10);
  private static final int MOST_READ = 2_000;
  // An answer that ends soon after that is read to its end, so that its connection can be used on.
  private static final int MOST_SKIPPED = 20_000;
  private static final int MOST_OPEN = 200;
  private static final int MOST_OPEN_A_PLACE = 16;

  private final CloseableHttpClient http;
  private final Duration patience;
  private final ScheduledExecutorService deadlines =
      Executors.newSingleThreadScheduledExecutor(
          work -> {
            Thread thread = new Thread(work, "outside-deadlines");
            thread.setDaemon(true);
            return thread;
          });

  @Autowired
  OutsideHttp(PublicPlaces places) {
    this(places, PATIENCE);
  }

  /** With another patience, for tests. */
  public OutsideHttp(PublicPlaces places, Duration patience) {
    this.patience = patience;
    Timeout timeout = Timeout.of(patience);
    this.http =
        HttpClients.custom()
            .setConnectionManager(
                PoolingHttpClientConnectionManagerBuilder.create()
                    .setDnsResolver(places)
                    .setMaxConnTotal(MOST_OPEN)
                    .setMaxConnPerRoute(MOST_OPEN_A_PLACE)
                    .setDefaultConnectionConfig(
                        ConnectionConfig.custom()
                            .setConnectTimeout(timeout)
                            .setSocketTimeout(timeout)
                            .setValidateAfterInactivity(TimeValue.ofSeconds(1))
                            .build())
                    .build())
            .setDefaultRequestConfig(
                RequestConfig.custom()
                    .setConnectionRequestTimeout(timeout)
                    .setResponseTimeout(timeout)
                    .build())
            .disableRedirectHandling()
            .disableAutomaticRetries()
            .disableCookieManagement()
            .disableAuthCaching()
            .evictIdleConnections(TimeValue.ofSeconds(30))
            .setUserAgent("Jeton")
            .build();
  }

  /**
   * What came of it.
   *
   * @param status of HTTP; 0 where there was no answer
   * @param said the beginning of the answer, or why there was none, in words
   * @param retryAfter what its header of that name says; empty without one
   */
  public record Answer(int status, String said, String retryAfter) {
    /** Taken: any status from 200 to 299. */
    public boolean isTaken() {
      return status / 100 == 2;
    }

    private static Answer none(String why) {
      return new Answer(0, why, "");
    }
  }

  /**
   * What is asked.
   *
   * @param body JSON, or none
   * @param mostRead so many octets of the answer are read
   */
  public record Question(
      String method, URI url, Map<String, String> headers, Optional<String> body, int mostRead) {}

  /** Posts JSON; whatever goes wrong is an answer too. */
  public Answer post(URI url, Map<String, String> headers, String body) {
    return ask(new Question("POST", url, headers, Optional.of(body), MOST_READ));
  }

  /** Asks; whatever goes wrong is an answer too. */
  public Answer ask(Question question) {
    Raw raw = send(question);
    return raw.fault().isEmpty()
        ? new Answer(
            raw.status(), new String(raw.octets(), StandardCharsets.UTF_8), raw.retryAfter())
        : Answer.none(raw.fault());
  }

  /**
   * A page or a file.
   *
   * @param status of HTTP; 0 where there was no answer
   * @param octets no more than were asked for
   * @param location where it sends on; empty for nowhere
   * @param fault why there was no answer, in words; else empty
   */
  public record Fetched(int status, byte[] octets, String location, String fault) {}

  /** Fetches one; whatever goes wrong is told, too. */
  public Fetched fetch(URI url, int mostOctets) {
    Raw raw = send(new Question("GET", url, Map.of("Accept", "*/*"), Optional.empty(), mostOctets));
    return new Fetched(raw.status(), raw.octets(), raw.location(), raw.fault());
  }

  private record Raw(int status, byte[] octets, String retryAfter, String location, String fault) {
    static Raw none(String why) {
      return new Raw(0, new byte[0], "", "", why);
    }
  }

  private Raw send(Question question) {
    HttpUriRequestBase request = new HttpUriRequestBase(question.method(), question.url());
    question.headers().forEach(request::setHeader);
    question
        .body()
        .ifPresent(body -> request.setEntity(new StringEntity(body, ContentType.APPLICATION_JSON)));
    AtomicBoolean late = new AtomicBoolean();
    ScheduledFuture<?> deadline =
        deadlines.schedule(
            () -> {
              late.set(true);
              request.cancel();
            },
            patience.toMillis(),
            TimeUnit.MILLISECONDS);
    try {
      ClassicHttpResponse response =
          http.executeOpen(RoutingSupport.determineHost(request), request, null);
      try {
        return read(response, request, question.mostRead());
      } finally {
        closeQuietly(response);
      }
    } catch (HttpException notHttp) {
      return Raw.none("It does not speak HTTP: " + notHttp.getMessage());
    } catch (IOException trouble) {
      return Raw.none(late.get() ? tooSlow() : words(trouble));
    } finally {
      deadline.cancel(false);
    }
  }

  private static Raw read(ClassicHttpResponse response, HttpUriRequestBase request, int mostRead)
      throws IOException {
    HttpEntity entity = response.getEntity();
    byte[] beginning = new byte[0];
    if (entity != null) {
      InputStream body = entity.getContent();
      beginning = body.readNBytes(mostRead);
      if (body.readNBytes(MOST_SKIPPED).length == MOST_SKIPPED) {
        // Closed in peace, it would be read to its end, however far that is.
        request.cancel();
      }
    }
    return new Raw(
        response.getCode(),
        beginning,
        header(response, HttpHeaders.RETRY_AFTER),
        header(response, HttpHeaders.LOCATION),
        "");
  }

  private static String header(ClassicHttpResponse response, String name) {
    Header header = response.getFirstHeader(name);
    return header == null ? "" : header.getValue();
  }

  private static void closeQuietly(ClassicHttpResponse response) {
    try {
      response.close();
    } catch (IOException alreadyCut) {
      LOG.debug("A connection was cut: {}", alreadyCut.getMessage());
    }
  }

  private String words(IOException trouble) {
    if (trouble instanceof PublicPlaces.Private) {
      return trouble.getMessage();
    }
    if (trouble instanceof UnknownHostException) {
      return "There is no site of that name.";
    }
    if (trouble instanceof SocketTimeoutException) {
      return tooSlow();
    }
    if (trouble instanceof SSLException) {
      return "Its certificate is not to be trusted: " + trouble.getMessage();
    }
    return "It cannot be reached: " + trouble.getMessage();
  }

  private String tooSlow() {
    return "No answer within " + patience.toSeconds() + " seconds.";
  }

  @PreDestroy
  void close() throws IOException {
    deadlines.shutdownNow();
    http.close();
  }
}
