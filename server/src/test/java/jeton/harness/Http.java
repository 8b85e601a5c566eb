package jeton.harness;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Collectors;
import jeton.server.email.EmailJson;
import jeton.server.incentive.IncentiveJson;
import jeton.server.privatepage.PieceJson;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A browser without a screen: keeps cookies, follows nothing by itself. */
public final class Http {
  private static final JsonMapper JSON =
      JsonMapper.builder()
          .addModule(new EmailJson())
          .addModule(new IncentiveJson())
          .addModule(new PieceJson())
          .build();
  private final String base;
  private final CookieManager cookies = new CookieManager();
  private final HttpClient client = HttpClient.newBuilder().cookieHandler(cookies).build();

  public Http(String base) {
    this.base = base;
  }

  /** An answer. */
  public record Answer(int status, String body, byte[] bytes, java.net.http.HttpHeaders headers) {
    public JsonNode json() {
      return JSON.readTree(body);
    }

    public String header(String name) {
      return headers.firstValue(name).orElse("");
    }

    /** The code of the first problem of a problem detail. */
    public String problem() {
      return json().get("problems").get(0).get("code").asString();
    }
  }

  public Http signIn(String email, String password) {
    get("/api/session");
    Answer answer = json("POST", "/api/session", Map.of("email", email, "password", password));
    if (answer.status() != 200) {
      throw new IllegalStateException("sign-in: " + answer.body());
    }
    get("/api/session");
    return this;
  }

  public Answer get(String path) {
    return send(request(path).GET().build());
  }

  public Answer head(String path) {
    return send(request(path).method("HEAD", HttpRequest.BodyPublishers.noBody()).build());
  }

  public Answer get(String path, String header, String value) {
    return send(request(path).header(header, value).GET().build());
  }

  /** A plain form. */
  public Answer form(String path, Map<String, String> fields) {
    String body =
        fields.entrySet().stream()
            .map(f -> f.getKey() + "=" + URLEncoder.encode(f.getValue(), StandardCharsets.UTF_8))
            .collect(Collectors.joining("&"));
    return send(
        request(path)
            .header("Content-Type", "application/x-www-form-urlencoded")
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build());
  }

  public Answer json(String method, String path, Object body) {
    return send(
        request(path)
            .header("Content-Type", "application/json")
            .header("X-XSRF-TOKEN", csrf())
            .method(method, HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
            .build());
  }

  /** What a script on a site sends without asking first: text of another origin. */
  public Answer plain(String path, String origin, String body) {
    return send(
        request(path)
            .header("Content-Type", "text/plain")
            .header("Origin", origin)
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build());
  }

  /** JSON from somewhere else, as a proxy tells. */
  public Answer jsonFrom(String ip, String path, Object body) {
    return send(
        request(path)
            .header("Content-Type", "application/json")
            .header("X-Forwarded-For", ip)
            .header("X-XSRF-TOKEN", csrf())
            .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
            .build());
  }

  /** JSON of a program with a key. */
  public Answer jsonWithKey(String path, String key, Object body) {
    return send(
        request(path)
            .header("Content-Type", "application/json")
            .header("Authorization", "Bearer " + key)
            .POST(HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)))
            .build());
  }

  /** A whole mail, as a mail server hands it over. */
  public Answer postMail(String path, String authorization, byte[] mail) {
    return send(
        request(path)
            .header("Content-Type", "message/rfc822")
            .header("Authorization", authorization)
            .POST(HttpRequest.BodyPublishers.ofByteArray(mail))
            .build());
  }

  public Answer upload(String path, byte[] body) {
    return send(
        request(path)
            .header("Content-Type", "application/octet-stream")
            .header("X-XSRF-TOKEN", csrf())
            .POST(HttpRequest.BodyPublishers.ofByteArray(body))
            .build());
  }

  /** A file, as it is read. */
  public Answer upload(String path, Path file) throws FileNotFoundException {
    return send(
        request(path)
            .header("Content-Type", "application/octet-stream")
            .header("X-XSRF-TOKEN", csrf())
            .POST(HttpRequest.BodyPublishers.ofFile(file))
            .build());
  }

  /** The next piece of a large file. */
  public Answer piece(String path, byte[] body) {
    return send(
        request(path)
            .header("Content-Type", "application/octet-stream")
            .header("X-XSRF-TOKEN", csrf())
            .method("PATCH", HttpRequest.BodyPublishers.ofByteArray(body))
            .build());
  }

  public Answer delete(String path) {
    return send(request(path).header("X-XSRF-TOKEN", csrf()).DELETE().build());
  }

  /** Header lines of whoever is signed in here, for a request written by hand. */
  public String session() {
    String kept =
        cookies.getCookieStore().getCookies().stream()
            .map(cookie -> cookie.getName() + "=" + cookie.getValue())
            .collect(Collectors.joining("; "));
    return "Cookie: " + kept + "\r\nX-XSRF-TOKEN: " + csrf() + "\r\n";
  }

  private String csrf() {
    return cookies.getCookieStore().getCookies().stream()
        .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
        .map(HttpCookie::getValue)
        .findFirst()
        .orElse("");
  }

  private HttpRequest.Builder request(String path) {
    return HttpRequest.newBuilder(URI.create(path.startsWith("http") ? path : base + path));
  }

  private Answer send(HttpRequest request) {
    try {
      HttpResponse<byte[]> response = client.send(request, HttpResponse.BodyHandlers.ofByteArray());
      String body = new String(response.body(), StandardCharsets.UTF_8);
      return new Answer(response.statusCode(), body, response.body(), response.headers());
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }
}
