package jeton.bench;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * The hosted page: requests per second against the plainest endpoint, and its octets on the wire,
 * compressed.
 */
final class PageBench implements Bench.Measurement {
  private static final int CLIENTS = 8;
  private static final int PIECES = 6000;
  private static final int MOST_OCTETS = 40_000;
  // What the page links: its style, font and script. A picture would come on top.
  private static final List<String> PARTS =
      List.of("/assets/page.css", "/assets/form.css", "/assets/figtree.woff2", "/assets/page.js");

  private final HttpClient http = HttpClient.newHttpClient();

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    String page = server.base + "/o/" + server.offer.settings().slug();
    String plainest = server.base + "/actuator/health";
    perSecond(page, PIECES);
    Rounds rounds = new Rounds();
    for (int turn = 0; turn < Rounds.USUAL; turn++) {
      double plain = perSecond(plainest, PIECES);
      rounds.add(perSecond(page, PIECES), plain);
    }
    int octets = octets(page);
    for (String part : PARTS) {
      octets += octets(server.base + part);
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("octets", octets);
    more.put("octets_most", MOST_OCTETS);
    more.put("pages_per_s", Math.round(rounds.ours()));
    more.put("plainest_per_s", Math.round(rounds.floor()));
    // The bar is on the octets; how many fit into them is the ratio.
    return new Bench.Result((double) MOST_OCTETS / octets, 1, more);
  }

  private double perSecond(String url, int pieces) throws Exception {
    HttpRequest request = HttpRequest.newBuilder(URI.create(url)).build();
    return Load.run(CLIENTS, 0, pieces, () -> number -> expectOk(request)).perSecond();
  }

  private void expectOk(HttpRequest request) throws Exception {
    if (http.send(request, HttpResponse.BodyHandlers.ofByteArray()).statusCode() != 200) {
      throw new IllegalStateException(request.uri() + " is not well");
    }
  }

  private int octets(String url) throws Exception {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(url)).header("Accept-Encoding", "gzip").build();
    HttpResponse<byte[]> response = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
    int head =
        response.headers().map().entrySet().stream()
            .flatMap(
                header ->
                    header.getValue().stream()
                        .map(value -> header.getKey() + ": " + value + "\r\n"))
            .mapToInt(String::length)
            .sum();
    return response.body().length + head;
  }
}
