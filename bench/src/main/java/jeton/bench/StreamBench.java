package jeton.bench;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.RandomAccessFile;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jeton.core.incentive.PrivatePage;
import jeton.core.offer.OfferKind;
import jeton.core.privatepage.Content;
import jeton.core.privatepage.Piece;
import jeton.server.form.Forms;
import jeton.server.offer.Offer;
import jeton.server.offer.OfferFiles;
import jeton.server.offer.OfferSettings;
import jeton.server.offer.Offers;
import jeton.server.pass.Passes;
import jeton.server.token.Tokens;

/**
 * A recording of 200 MB behind passes, read by ranges of 2 MB by 50 clients, each with a pass of
 * their own, against the same ranges of the same file from the JDK's own HTTP server. The heap must
 * stay as it was.
 */
final class StreamBench implements Bench.Measurement {
  private static final int CLIENTS = 50;
  private static final long SIZE = 200L << 20;
  private static final int RANGE = 2 << 20;
  private static final int RANGES = 1000;
  private static final double BAR = 0.7;

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Path film = Files.createTempFile("film-", ".mp4");
    write(film);
    HttpServer plain = plain(film);
    ExecutorService hands = Executors.newFixedThreadPool(CLIENTS);
    plain.setExecutor(hands);
    plain.start();
    try {
      List<Reader> ours = new ArrayList<>();
      for (String path : passes(server, film)) {
        ours.add(new Reader(new Wire(server.base), path));
      }
      List<Reader> floor = new ArrayList<>();
      for (int i = 0; i < CLIENTS; i++) {
        floor.add(
            new Reader(new Wire("http://127.0.0.1:" + plain.getAddress().getPort()), "/film.mp4"));
      }
      read(ours);
      read(floor);
      long heapBefore = heap();
      Rounds rounds = new Rounds();
      for (int turn = 0; turn < Rounds.USUAL; turn++) {
        double bare = read(floor);
        rounds.add(read(ours), bare);
      }
      Map<String, Object> more = new LinkedHashMap<>();
      more.put("mb_per_s", Math.round(rounds.ours()));
      more.put("bare_mb_per_s", Math.round(rounds.floor()));
      more.put("heap_grew_mb", Math.max(0, (heap() - heapBefore) >> 20));
      return rounds.result(BAR, more);
    } finally {
      plain.stop(0);
      hands.shutdownNow();
      Files.deleteIfExists(film);
    }
  }

  private static long heap() {
    System.gc();
    Runtime runtime = Runtime.getRuntime();
    return runtime.totalMemory() - runtime.freeMemory();
  }

  /** What begins like a film; the rest is noise. */
  private static void write(Path film) throws IOException {
    byte[] head = {0, 0, 0, 24, 'f', 't', 'y', 'p', 'i', 's', 'o', 'm', 0, 0, 2, 0};
    byte[] noise = new byte[1 << 20];
    new Random(1).nextBytes(noise);
    try (OutputStream out = Files.newOutputStream(film)) {
      out.write(head);
      for (long written = head.length; written < SIZE; written += noise.length) {
        out.write(noise, 0, (int) Math.min(noise.length, SIZE - written));
      }
    }
  }

  /** A pass for each client, and the recording behind it. */
  private static List<String> passes(BenchServer server, Path film) throws Exception {
    Offers offers = server.bean(Offers.class);
    Offer made = BenchCoupon.atOnce(server, "A film", OfferKind.PRIVATE_PAGE, PrivatePage.BLANK);
    try (InputStream in = Files.newInputStream(film)) {
      server.bean(OfferFiles.class).addFile(made.id(), "film.mp4", in);
    }
    Offer now = offers.get(made.id());
    OfferSettings s = now.settings();
    Content recording =
        new Content.Recording(
            Optional.of(now.files().get(0).id()), Optional.empty(), "", "", false);
    offers.save(
        now.id(),
        now.version(),
        new OfferSettings(
            s.name(),
            s.slug(),
            s.confirm(),
            s.handOver(),
            new PrivatePage("", "", List.of(Piece.of(1, "Film", recording)), true, true)));
    signUp(server, now);
    List<String> paths = new ArrayList<>();
    Passes passes = server.bean(Passes.class);
    for (long person : people(server, now.id())) {
      paths.add(
          "/g/" + passes.newLink(new Passes.Holder(person, now.id())).orElseThrow() + "/files/1");
    }
    return paths;
  }

  private static void signUp(BenchServer server, Offer offer) throws IOException {
    String path = "/p/forms/" + server.bean(Forms.class).hosted(offer.id()).key() + "/signups";
    String stamp =
        server
            .bean(Tokens.class)
            .seal(Long.toString(Instant.now().minusSeconds(5).toEpochMilli(), Character.MAX_RADIX));
    try (Wire wire = new Wire(server.base)) {
      for (int i = 0; i < CLIENTS; i++) {
        String body =
            "{\"stamp\":\"%s\",\"email\":\"film%d@mail.example\",\"zone\":\"Europe/Dublin\",\"consent\":true}"
                .formatted(stamp, i);
        int status = wire.postJson(path, body, "X-Forwarded-For: 10.9." + i + ".1");
        if (status != 200) {
          throw new IllegalStateException("A sign-up answered " + status);
        }
      }
    }
  }

  private static List<Long> people(BenchServer server, long offerId) throws Exception {
    List<Long> people = new ArrayList<>();
    try (Connection c = server.connect();
        var query = c.prepareStatement("SELECT person_id FROM pass WHERE offer_id = ?")) {
      query.setLong(1, offerId);
      try (var row = query.executeQuery()) {
        while (row.next()) {
          people.add(row.getLong(1));
        }
      }
    }
    return people;
  }

  /** A client with its connection, and where its film lies. */
  private record Reader(Wire wire, String path) {}

  /** Reads ranges over the whole file; returns megabytes in a second. */
  private static double read(List<Reader> readers) throws Exception {
    var next = readers.iterator();
    Load.Measured read =
        Load.run(
            CLIENTS,
            0,
            RANGES,
            () -> {
              Reader mine = next.next();
              return number -> range(mine.wire(), mine.path(), number);
            });
    return read.perSecond() * RANGE / (1 << 20);
  }

  private static void range(Wire wire, String path, int number) throws IOException {
    long from = (long) number * RANGE % (SIZE - RANGE);
    int status = wire.get(path, "Range: bytes=" + from + "-" + (from + RANGE - 1));
    if (status != 206) {
      throw new IllegalStateException("A range answered " + status);
    }
  }

  /** The plainest file server: one range, read and written. */
  private static HttpServer plain(Path film) throws IOException {
    HttpServer server =
        HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
    server.createContext("/film.mp4", exchange -> answer(exchange, film));
    return server;
  }

  private static void answer(HttpExchange exchange, Path film) throws IOException {
    String[] range =
        exchange.getRequestHeaders().getFirst("Range").substring("bytes=".length()).split("-");
    long from = Long.parseLong(range[0]);
    long length = Long.parseLong(range[1]) - from + 1;
    exchange.sendResponseHeaders(206, length);
    byte[] buffer = new byte[64 * 1024];
    try (RandomAccessFile file = new RandomAccessFile(film.toFile(), "r");
        OutputStream out = exchange.getResponseBody()) {
      file.seek(from);
      for (long left = length; left > 0; ) {
        int n = file.read(buffer, 0, (int) Math.min(buffer.length, left));
        out.write(buffer, 0, n);
        left -= n;
      }
    }
  }
}
