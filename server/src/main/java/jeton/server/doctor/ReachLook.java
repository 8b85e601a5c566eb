package jeton.server.doctor;

import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Whether the server runs and is well, and whether visitors reach it. */
final class ReachLook {
  private static final Duration PATIENCE = Duration.ofSeconds(5);
  private static final Duration APART = Duration.ofSeconds(30);
  private static final int UNAVAILABLE = 503;
  private static final int MISDIRECTED = 421;

  private final Examined install;
  private final Clock clock;
  private final HttpClient http = HttpClient.newBuilder().connectTimeout(PATIENCE).build();
  private final List<Symptom> found = new ArrayList<>();

  ReachLook(Examined install, Clock clock) {
    this.install = install;
    this.clock = clock;
  }

  List<Symptom> look() {
    server();
    if (install.publicUrl().isEmpty()) {
      found.add(
          Symptom.look(
              "public",
              "links in emails lead to this machine only",
              "Name the address visitors use in JETON_PUBLIC_URL."));
    } else {
      visitors();
    }
    return found;
  }

  private void server() {
    int port = install.port();
    if (!isTaken(port)) {
      found.add(Symptom.look("server", "nothing listens on port " + port, "systemctl start jeton"));
      return;
    }
    try {
      HttpResponse<String> health = get("http://127.0.0.1:" + port + "/actuator/health");
      JsonNode said = new JsonMapper().readTree(health.body());
      if (said.at("/status").asString("").equals("UP")) {
        found.add(Symptom.fine("server", "is well, on port " + port));
      } else if (health.statusCode() == UNAVAILABLE) {
        found.add(
            Symptom.wrong(
                "server",
                "is not well: " + String.join(", ", unwell(said.get("components"), "")),
                "See docs/run/faults.md for each of these, and the log."));
      } else {
        notOurs(port);
      }
    } catch (IOException | RuntimeException another) {
      notOurs(port);
    }
  }

  private void notOurs(int port) {
    found.add(
        Symptom.wrong(
            "server",
            "something else listens on port " + port,
            "Stop it, or choose another port in JETON_PORT."));
  }

  private static List<String> unwell(JsonNode parts, String above) {
    List<String> names = new ArrayList<>();
    parts
        .propertyStream()
        .filter(part -> !part.getValue().path("status").asString("").equals("UP"))
        .forEach(
            part -> {
              JsonNode below = part.getValue().get("components");
              if (below == null) {
                names.add(above + part.getKey());
              } else {
                names.addAll(unwell(below, part.getKey() + " "));
              }
            });
    return names;
  }

  private static boolean isTaken(int port) {
    try (Socket socket = new Socket()) {
      socket.connect(
          new InetSocketAddress(InetAddress.getLoopbackAddress(), port), (int) PATIENCE.toMillis());
      return true;
    } catch (IOException refused) {
      return false;
    }
  }

  private void visitors() {
    String url = install.publicUrl();
    try {
      HttpResponse<String> answer = get(url + "/embed.js");
      if (answer.statusCode() == MISDIRECTED) {
        found.add(
            Symptom.wrong(
                "public", url + " is not the name Jeton knows", "Start it anew after a change."));
      } else if (answer.statusCode() >= 400) {
        found.add(
            Symptom.wrong(
                "public",
                url + " answers " + answer.statusCode(),
                "Look at the proxy in front: docs/run has one that works."));
      } else {
        found.add(
            url.startsWith("https:")
                ? Symptom.fine("public", url + " answers, encrypted")
                : Symptom.look(
                    "public", url + " answers, unencrypted", "Have the proxy speak https."));
      }
      time(answer);
    } catch (IOException unreached) {
      found.add(
          Symptom.wrong(
              "public",
              url + " is not reached from here: " + unreached.getMessage(),
              "Look at its DNS record, its certificate and the proxy in front."));
    }
  }

  private void time(HttpResponse<String> answer) {
    Optional<Instant> there =
        answer
            .headers()
            .firstValue("Date")
            .map(date -> Instant.from(DateTimeFormatter.RFC_1123_DATE_TIME.parse(date)));
    there
        .filter(at -> Duration.between(at, clock.instant()).abs().compareTo(APART) > 0)
        .ifPresent(
            at ->
                found.add(
                    Symptom.wrong(
                        "clock",
                        "this machine says " + clock.instant() + ", the proxy " + at,
                        "timedatectl set-ntp true")));
  }

  private HttpResponse<String> get(String url) throws IOException {
    try {
      return http.send(
          HttpRequest.newBuilder(URI.create(url)).timeout(PATIENCE).build(),
          HttpResponse.BodyHandlers.ofString());
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException(stopped);
    }
  }
}
