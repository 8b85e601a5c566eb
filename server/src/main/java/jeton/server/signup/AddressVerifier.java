package jeton.server.signup;

import io.github.resilience4j.circuitbreaker.CallNotPermittedException;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import io.github.resilience4j.circuitbreaker.CircuitBreakerConfig;
import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import jeton.server.business.JetonSettings;
import jeton.server.business.PublicUrl;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Asks a verification service whether an address works: {@code GET URL?address=…} answers {@code
 * {"verdict": "good" | "bad" | "unknown"}}. It has two seconds in all; a service that is away lets
 * everybody in, and is left alone for half a minute after some misses, so that sign-ups do not wait
 * for it one by one.
 */
@Component
class AddressVerifier {
  private static final Logger LOG = LoggerFactory.getLogger(AddressVerifier.class);
  private static final Duration PATIENCE = Duration.ofSeconds(2);
  private static final Duration LEFT_ALONE = Duration.ofSeconds(30);
  private static final int MOST_OCTETS = 10_000;

  private final JetonSettings settings;
  private final PublicUrl publicUrl;
  private final JsonMapper json;
  private final HttpClient http = HttpClient.newBuilder().connectTimeout(PATIENCE).build();
  private final CircuitBreaker breaker =
      CircuitBreaker.of(
          "verifier",
          CircuitBreakerConfig.custom()
              .slidingWindowSize(10)
              .minimumNumberOfCalls(3)
              .failureRateThreshold(60)
              .permittedNumberOfCallsInHalfOpenState(1)
              .waitDurationInOpenState(LEFT_ALONE)
              .build());

  AddressVerifier(JetonSettings settings, PublicUrl publicUrl, JsonMapper json) {
    this.settings = settings;
    this.publicUrl = publicUrl;
    this.json = json;
  }

  /** An address that begins with a slash is on our own server: a stand-in. */
  private String url() {
    String url = settings.verifierUrl();
    return url.startsWith("/") ? publicUrl.of(url) : url;
  }

  /** Whether the service is sure that the address does not work. */
  boolean isBad(String address) {
    String url = url();
    if (url.isBlank()) {
      return false;
    }
    try {
      return breaker.executeCallable(() -> ask(url, address));
    } catch (CallNotPermittedException leftAlone) {
      return false;
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return false;
    } catch (Exception away) {
      // Never the message: it may hold the address that was asked about.
      LOG.warn(
          "The verification service does not answer; addresses are let in: {}",
          away.getClass().getSimpleName());
      return false;
    }
  }

  private boolean ask(String url, String address)
      throws IOException, InterruptedException, TimeoutException {
    URI asked = URI.create(url + "?address=" + URLEncoder.encode(address, StandardCharsets.UTF_8));
    CompletableFuture<HttpResponse<String>> coming =
        http.sendAsync(
            HttpRequest.newBuilder(asked).timeout(PATIENCE).build(),
            HttpResponse.BodyHandlers.ofString());
    try {
      // The request's own limit ends with its headers; a body that trickles has to end too.
      HttpResponse<String> answer = coming.get(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
      if (answer.statusCode() != 200 || answer.body().length() > MOST_OCTETS) {
        throw new IOException("status " + answer.statusCode());
      }
      return "bad".equals(json.readTree(answer.body()).path("verdict").asString(""));
    } catch (JacksonException noAnswer) {
      throw new IOException("no verdict");
    } catch (ExecutionException failed) {
      throw new IOException(failed.getCause().getClass().getSimpleName());
    } finally {
      coming.cancel(true);
    }
  }
}
