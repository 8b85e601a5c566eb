package jeton.server.signup;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import jeton.server.business.JetonSettings;
import jeton.server.business.PublicUrl;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * Asks a verification service whether an address works: {@code GET URL?address=…} answers {@code
 * {"verdict": "good" | "bad" | "unknown"}}. A service that is away lets everybody in.
 */
@Component
class AddressVerifier {
  private static final Logger LOG = LoggerFactory.getLogger(AddressVerifier.class);
  private static final Duration PATIENCE = Duration.ofSeconds(2);
  private final JetonSettings settings;
  private final PublicUrl publicUrl;
  private final JsonMapper json;
  private final HttpClient http = HttpClient.newBuilder().connectTimeout(PATIENCE).build();

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
      URI asked =
          URI.create(url + "?address=" + URLEncoder.encode(address, StandardCharsets.UTF_8));
      HttpRequest request = HttpRequest.newBuilder(asked).timeout(PATIENCE).build();
      HttpResponse<String> answer = http.send(request, HttpResponse.BodyHandlers.ofString());
      return answer.statusCode() == 200
          && "bad".equals(json.readTree(answer.body()).path("verdict").asString(""));
    } catch (IOException | JacksonException | IllegalArgumentException away) {
      LOG.warn(
          "The verification service does not answer; addresses are let in: {}", away.toString());
      return false;
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      return false;
    }
  }
}
