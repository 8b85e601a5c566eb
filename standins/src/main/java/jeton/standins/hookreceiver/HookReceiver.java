package jeton.standins.hookreceiver;

import com.standardwebhooks.Webhook;
import com.standardwebhooks.exceptions.WebhookSigningException;
import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import jeton.standins.loopback.Loopback;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes messages at {@code POST /told}, keeps the newest thousand, and says of each whether its
 * signature holds, by the public library of the standard (Standard Webhooks). It shows them at
 * {@code /}, lists them at {@code GET /messages} and behaves as {@code PUT /conduct} tells it to.
 */
public final class HookReceiver implements AutoCloseable {
  private static final int KEPT = 1_000;
  private static final int MEGABYTE = 1_000_000;
  private static final JsonMapper JSON = new JsonMapper();

  private Loopback server;
  private final Deque<Received> received = new ArrayDeque<>();
  private volatile String secret = "";
  private volatile Conduct conduct = Conduct.GOOD;

  private HookReceiver() {}

  /**
   * Something it was told.
   *
   * @param verified whether the signature holds; without a secret it cannot be known and is false.
   *     How fresh it is is not looked at: made-up clocks may be far ahead
   */
  public record Received(String id, String body, boolean verified, int answered) {}

  /**
   * How it behaves.
   *
   * @param status what it answers
   * @param delay how long it thinks before that
   * @param location where it sends whoever asks; empty for nowhere
   * @param megabytes how much it answers
   */
  public record Conduct(int status, Duration delay, String location, int megabytes) {
    /** Takes everything at once. */
    public static final Conduct GOOD = new Conduct(200, Duration.ZERO, "", 0);

    /** Answers with a status. */
    public static Conduct answering(int status) {
      return new Conduct(status, Duration.ZERO, "", 0);
    }
  }

  /** Starts on loopback; port 0 takes a free one. */
  public static HookReceiver start(int port) {
    HookReceiver receiver = new HookReceiver();
    receiver.server = Loopback.start(port, "hook-receiver", receiver::answer);
    return receiver;
  }

  /** Where it is told. */
  public String address() {
    return origin() + "/told";
  }

  /** Where it is looked at. */
  public String origin() {
    return server.origin();
  }

  /** Checks signatures with this from now on. */
  public void knows(String itsSecret) {
    secret = itsSecret;
  }

  /** Behaves like this from now on. */
  public void behave(Conduct itsConduct) {
    conduct = itsConduct;
  }

  /** What it was told, the oldest first. */
  public List<Received> received() {
    synchronized (received) {
      return new ArrayList<>(received);
    }
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      String path = exchange.getRequestURI().getPath();
      String method = exchange.getRequestMethod();
      if (method.equals("POST") && path.equals("/told")) {
        take(exchange);
      } else if (method.equals("PUT") && path.equals("/conduct")) {
        var asked = JSON.readTree(exchange.getRequestBody().readAllBytes());
        behave(
            new Conduct(
                asked.path("status").asInt(200),
                Duration.ofMillis(asked.path("delay_ms").asLong(0)),
                asked.path("location").asString(""),
                0));
        Loopback.send(exchange, 204, "text/plain", "");
      } else if (path.equals("/messages")) {
        Loopback.send(exchange, 200, "application/json", JSON.writeValueAsString(newestFirst()));
      } else {
        Loopback.send(exchange, 200, "text/html", HookPage.of(newestFirst(), conduct));
      }
    }
  }

  private List<Received> newestFirst() {
    List<Received> all = received();
    Collections.reverse(all);
    return all;
  }

  private void take(HttpExchange exchange) throws IOException {
    String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    Conduct now = conduct;
    LockSupport.parkNanos(now.delay().toNanos());
    String id = String.valueOf(exchange.getRequestHeaders().getFirst("webhook-id"));
    synchronized (received) {
      received.add(new Received(id, body, holds(exchange, body), now.status()));
      if (received.size() > KEPT) {
        received.remove();
      }
    }
    if (!now.location().isEmpty()) {
      exchange.getResponseHeaders().set("Location", now.location());
    }
    if (now.megabytes() > 0) {
      sendMuch(exchange, now);
    } else {
      Loopback.send(exchange, now.status(), "text/plain", now.status() == 200 ? "" : "Not now.");
    }
  }

  private boolean holds(HttpExchange exchange, String body) {
    if (secret.isEmpty()) {
      return false;
    }
    try {
      String id = exchange.getRequestHeaders().getFirst("webhook-id");
      long at = Long.parseLong(exchange.getRequestHeaders().getFirst("webhook-timestamp"));
      return new Webhook(secret)
          .sign(id, at, body)
          .equals(exchange.getRequestHeaders().getFirst("webhook-signature"));
    } catch (NumberFormatException | WebhookSigningException forged) {
      return false;
    }
  }

  private static void sendMuch(HttpExchange exchange, Conduct now) throws IOException {
    exchange.sendResponseHeaders(now.status(), 0);
    byte[] megabyte = new byte[MEGABYTE];
    try (OutputStream out = exchange.getResponseBody()) {
      for (int i = 0; i < now.megabytes(); i++) {
        out.write(megabyte);
      }
    } catch (IOException hungUp) {
      // Nobody has to read all of it.
      exchange.close();
    }
  }

  @Override
  public void close() {
    server.close();
  }
}
