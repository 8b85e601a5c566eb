package jeton.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;

/** The same work done by several clients at once, and how long each piece took. */
final class Load {
  private Load() {}

  /** One client's piece of work, by its number. */
  interface Piece {
    void run(int number) throws Exception;
  }

  /** A client with what it needs for its pieces, such as a connection. */
  interface Client {
    Piece open() throws Exception;
  }

  /** How it went. */
  record Measured(int pieces, double seconds, long[] sortedNanos) {
    double perSecond() {
      return pieces / seconds;
    }

    String millis(double quantile) {
      return "%.1fms".formatted(sortedNanos[(int) (quantile * (sortedNanos.length - 1))] / 1e6);
    }
  }

  /** Numbers from {@code first} on, each done once. */
  static Measured run(int clients, int first, int pieces, Client client) throws Exception {
    AtomicInteger next = new AtomicInteger();
    long[] nanos = new long[pieces];
    ExecutorService pool = Executors.newFixedThreadPool(clients);
    List<Callable<Void>> work = new ArrayList<>();
    for (int c = 0; c < clients; c++) {
      Piece piece = client.open();
      work.add(
          () -> {
            for (int i = next.getAndIncrement(); i < pieces; i = next.getAndIncrement()) {
              long began = System.nanoTime();
              piece.run(first + i);
              nanos[i] = System.nanoTime() - began;
            }
            return null;
          });
    }
    long began = System.nanoTime();
    try {
      for (Future<Void> done : pool.invokeAll(work)) {
        done.get();
      }
    } finally {
      pool.shutdownNow();
    }
    double seconds = (System.nanoTime() - began) / 1e9;
    Arrays.sort(nanos);
    return new Measured(pieces, seconds, nanos);
  }
}
