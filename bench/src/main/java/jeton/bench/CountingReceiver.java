package jeton.bench;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;

/** Takes whatever is posted, and counts it. */
final class CountingReceiver implements AutoCloseable {
  private final HttpServer server;
  private final ExecutorService threads = Executors.newFixedThreadPool(16);
  private final AtomicLong taken = new AtomicLong();

  private CountingReceiver(HttpServer server) {
    this.server = server;
  }

  static CountingReceiver start() throws IOException {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 100);
    CountingReceiver receiver = new CountingReceiver(server);
    server.createContext("/", receiver::take);
    server.setExecutor(receiver.threads);
    server.start();
    return receiver;
  }

  private void take(HttpExchange exchange) throws IOException {
    try (exchange) {
      exchange.getRequestBody().readAllBytes();
      exchange.sendResponseHeaders(200, -1);
      taken.incrementAndGet();
    }
  }

  String address() {
    return "http://127.0.0.1:" + server.getAddress().getPort() + "/told";
  }

  long taken() {
    return taken.get();
  }

  void awaitTaken(long most) {
    while (taken.get() < most) {
      LockSupport.parkNanos(100_000);
    }
  }

  @Override
  public void close() {
    server.stop(0);
    threads.shutdownNow();
  }
}
