package jeton.standins.loopback;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpHandler;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.Executors;

/** A small HTTP server on loopback. */
public final class Loopback implements AutoCloseable {
  private static final int THREADS = 16;

  static {
    // Or the server of the JDK waits 40 ms with each answer's body for a sign of its headers.
    System.setProperty("sun.net.httpserver.nodelay", "true");
  }

  private final HttpServer server;

  private Loopback(HttpServer server) {
    this.server = server;
  }

  /**
   * Starts one.
   *
   * @param port 0 takes a free one
   * @param name of its threads
   */
  public static Loopback start(int port, String name, HttpHandler handler) {
    try {
      HttpServer server =
          HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
      server.createContext("/", handler);
      server.setExecutor(
          Executors.newFixedThreadPool(
              THREADS,
              work -> {
                Thread thread = new Thread(work, name);
                thread.setDaemon(true);
                return thread;
              }));
      server.start();
      return new Loopback(server);
    } catch (IOException taken) {
      throw new UncheckedIOException(taken);
    }
  }

  /** Where it is looked at, without a path. */
  public String origin() {
    return "http://127.0.0.1:" + server.getAddress().getPort();
  }

  /** Answers with words, or with none. */
  public static void send(HttpExchange exchange, int status, String type, String words)
      throws IOException {
    byte[] octets = words.getBytes(StandardCharsets.UTF_8);
    exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
    boolean hasBody = octets.length > 0;
    exchange.sendResponseHeaders(status, hasBody ? octets.length : -1);
    if (hasBody) {
      exchange.getResponseBody().write(octets);
    }
  }

  @Override
  public void close() {
    server.stop(0);
  }
}
