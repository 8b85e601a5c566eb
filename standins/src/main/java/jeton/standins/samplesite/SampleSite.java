package jeton.standins.samplesite;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;

/**
 * A small made-up shop of an origin of its own, to try forms on: six pages, some long, the snippet
 * in the head, a spot in the footer and a button that opens a form. It has rude rules of its own
 * and a strict Content-Security-Policy, as a careful site would. One more page, {@code /hostile},
 * has what some page somewhere has all at once: style sheets that hide everything, transforms,
 * Trusted Types, places that come late. With {@code ?closed} it allows nobody's HTML.
 */
public final class SampleSite implements AutoCloseable {
  private static final Map<String, String> PAGES =
      Map.of(
          "index", "Things for making books",
          "papers", "Papers",
          "threads", "Threads",
          "journal", "Journal",
          "workshop", "Workshop",
          "checkout", "Basket");

  private static final Set<String> OWN =
      Set.of("/site.css", "/workshop.js", "/hostile.css", "/hostile.js");

  private final HttpServer server;
  private final Map<String, String> added = new ConcurrentHashMap<>();
  private final Checkout checkout = new Checkout();
  private volatile Checkout.Till till = new Checkout.Till("", "");
  private volatile Placed placed = new Placed("", "", "", "");

  private SampleSite(HttpServer server) {
    this.server = server;
  }

  /**
   * What was put on the site.
   *
   * @param snippet the script's line
   * @param base origin of the script, which the policy allows
   * @param spot line of the in-page form; may be empty
   * @param opener attribute of the button that opens a form; may be empty
   */
  public record Placed(String snippet, String base, String spot, String opener) {}

  /** Starts on loopback; port 0 takes a free one. */
  public static SampleSite start(int port) {
    try {
      HttpServer server =
          HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 0);
      SampleSite site = new SampleSite(server);
      server.createContext("/", site::answer);
      server.setExecutor(
          Executors.newFixedThreadPool(
              4,
              work -> {
                Thread thread = new Thread(work, "sample-site");
                thread.setDaemon(true);
                return thread;
              }));
      server.start();
      return site;
    } catch (IOException taken) {
      throw new UncheckedIOException(taken);
    }
  }

  /** Puts a snippet, a spot and an opener on every page. */
  public void place(Placed whatIsPlaced) {
    placed = whatIsPlaced;
  }

  /**
   * Has the basket ask about codes.
   *
   * @param base origin of whoever made them
   * @param key the shop's
   */
  public void sell(String base, String key) {
    till = new Checkout.Till(base, key);
  }

  /** Adds a page of any HTML, without the policy and the style of the others. */
  public void add(String path, String html) {
    added.put(path, html);
  }

  /** Where it is. */
  public String origin() {
    return "http://127.0.0.1:" + server.getAddress().getPort();
  }

  private void answer(HttpExchange exchange) throws IOException {
    String path = exchange.getRequestURI().getPath();
    try (exchange) {
      if (added.containsKey(path)) {
        byte[] octets = added.get(path).getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        exchange.sendResponseHeaders(200, octets.length);
        exchange.getResponseBody().write(octets);
        return;
      }
      if (path.equals("/hostile")) {
        String query = String.valueOf(exchange.getRequestURI().getQuery());
        send(
            exchange,
            200,
            "text/html",
            read("hostile.html").replace("{{snippet}}", placed.snippet()),
            "; require-trusted-types-for 'script'; trusted-types "
                + (query.contains("closed") ? "'none'" : "jeton"));
        return;
      }
      if (path.equals("/journal.xml")) {
        send(exchange, 200, "application/rss+xml", read("journal.xml"));
        return;
      }
      if (OWN.contains(path)) {
        send(
            exchange,
            200,
            path.endsWith("css") ? "text/css" : "text/javascript",
            read(path.substring(1)));
        return;
      }
      String name = path.equals("/") ? "index" : path.substring(1).split("/")[0];
      if (!PAGES.containsKey(name)) {
        send(exchange, 404, "text/html", "<!doctype html><title>Not here</title><p>Not here.");
        return;
      }
      String html = page(name, exchange.getRequestURI().getQuery());
      if (name.equals("checkout") && !till.key().isEmpty()) {
        String posted =
            new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
        String query = String.valueOf(exchange.getRequestURI().getRawQuery());
        html = html.replace(read("checkout.html"), checkout.page(till, query, posted));
      }
      send(exchange, 200, "text/html", html);
    }
  }

  /**
   * {@code ?twice} pastes the snippet twice, as happens; {@code ?bare} leaves it out, to compare.
   */
  private String page(String name, String query) {
    Placed now = placed;
    String asked = query == null ? "" : query;
    String snippet =
        asked.contains("bare")
            ? ""
            : asked.contains("twice") ? now.snippet() + now.snippet() : now.snippet();
    return read("frame.html")
        .replace("{{content}}", read(name + ".html"))
        .replace("{{title}}", PAGES.get(name))
        .replace("{{snippet}}", snippet)
        .replace("{{spot}}", now.spot())
        .replace("{{open}}", now.opener());
  }

  private void send(HttpExchange exchange, int status, String type, String body)
      throws IOException {
    send(exchange, status, type, body, "");
  }

  private void send(HttpExchange exchange, int status, String type, String body, String policy)
      throws IOException {
    byte[] octets = body.getBytes(StandardCharsets.UTF_8);
    String base = placed.base();
    exchange.getResponseHeaders().set("Content-Type", type + "; charset=utf-8");
    exchange
        .getResponseHeaders()
        .set(
            "Content-Security-Policy",
            "default-src 'self'; script-src 'self' %1$s; connect-src %1$s; img-src 'self' data: %1$s; font-src %1$s; frame-src %1$s"
                    .formatted(base)
                + policy);
    exchange.sendResponseHeaders(status, octets.length);
    exchange.getResponseBody().write(octets);
  }

  /** What the journal has published, as RSS. */
  public static String feed() {
    return read("journal.xml");
  }

  private static String read(String name) {
    try (InputStream in = SampleSite.class.getResourceAsStream("/standins/site/" + name)) {
      return new String(in.readAllBytes(), StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  @Override
  public void close() {
    server.stop(0);
  }
}
