package jeton.server.request;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import jeton.harness.RawLine;
import jeton.harness.SampleOffer;
import jeton.harness.TestServer;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import org.junit.jupiter.api.Test;

/**
 * Whatever is thrown at a public path: it is answered as ever or refused, and never falls over. The
 * seed is fixed, so that what fails once fails again.
 */
class FuzzTest {
  private static final int REQUESTS = 20_000;
  private static final int HANDS = 4;
  private static final long SEED = 20_261_125;

  private static final String[] METHODS = {
    "GET",
    "POST",
    "POST",
    "POST",
    "PUT",
    "DELETE",
    "HEAD",
    "OPTIONS",
    "PATCH",
    "TRACE",
    "FROBNICATE"
  };
  private static final String[] TYPES = {
    "application/json",
    "application/x-www-form-urlencoded",
    "text/plain",
    "application/json; charset=utf-16",
    "application/octet-stream",
    "multipart/form-data; boundary=x",
    "message/rfc822",
    "nonsense",
    "a/b; c=\"",
    ""
  };
  private static final String[] VALUES = {
    "null",
    "true",
    "-1",
    "1e999",
    "99999999999999999999",
    "\"\"",
    "\"x\"",
    "\"a@b.example\"",
    "[]",
    "[null]",
    "{}",
    "{\"a\":null}",
    "[[[[[[]]]]]]",
    "\"\\u0000\"",
    "\"\\ud800\"",
    "\"%00%ff\"",
    "\"{{email}}\"",
    "\"' OR 1=1 --\"",
    "{\"shown\":\"x\"}",
    "{\"x\":{\"shown\":1e400,\"closed\":-9e18}}"
  };
  private static final String[] NAMES = {
    "email",
    "first_name",
    "consent",
    "zone",
    "stamp",
    "submission_key",
    "altcha",
    "website",
    "page",
    "campaign",
    "password",
    "token",
    "url",
    "referrer",
    "returning",
    "pages",
    "mobile",
    "spots",
    "openers",
    "past",
    "done",
    "form",
    "by",
    "List-Unsubscribe",
    "known",
    "pass",
    "framed",
    "to",
    "name"
  };

  private final TestServer server = TestServer.get();

  private List<String> paths() {
    SampleOffer offer = new SampleOffer();
    String email = SampleOffer.newAddress();
    offer.join(email);
    Site site =
        server
            .bean(Sites.class)
            .add("Fuzz", "https://fuzz" + SampleOffer.newAddress().substring(0, 8) + ".example");
    String pass = offer.link(email, "/g/").substring(server.base.length());
    return List.of(
        "/",
        "/o/" + offer.slug,
        "/o/" + offer.slug + "/thanks",
        "/o/nothing-here/thanks",
        "/f/" + offer.formKey,
        "/p/forms/" + offer.formKey + "/signups",
        "/p/forms/x",
        "/p/sites/" + site.key() + "/decide",
        "/p/sites/" + site.key() + "/seen",
        "/c/AAAAAAAAAAAAAAAAAAAAAAAAAAA",
        "/c/x/again",
        pass,
        pass + "/files/1",
        pass + "/files/99999999999",
        pass + "/fresh",
        "/u/AAAA",
        "/l/AAAA",
        "/l/AAAA.gif",
        "/pictures/abc",
        "/embed.js",
        "/assets/form.css",
        "/app/today",
        "/api/session",
        "/api/session/welcome",
        "/api/session/forgotten",
        "/api/session/reset",
        "/api/today",
        "/api/offers/1",
        "/api/bounces",
        "/api/openapi.json",
        "/actuator/health",
        "/drawings/lamp.svg");
  }

  @Test
  void twentyThousandRequests_areAnsweredOrRefused_neverFallenOverAt() throws Exception {
    List<String> paths = paths();
    ConcurrentLinkedQueue<String> fallen = new ConcurrentLinkedQueue<>();
    ExecutorService hands = Executors.newFixedThreadPool(HANDS);
    List<Future<?>> work = new ArrayList<>();
    for (int hand = 0; hand < HANDS; hand++) {
      Random random = new Random(SEED + hand);
      work.add(
          hands.submit(
              () -> {
                throwAt(paths, random, fallen);
                return null;
              }));
    }
    for (Future<?> done : work) {
      done.get();
    }
    hands.shutdown();
    assertThat(fallen).isEmpty();
  }

  private void throwAt(List<String> paths, Random random, ConcurrentLinkedQueue<String> fallen)
      throws IOException {
    RawLine line = new RawLine(server.base);
    for (int i = 0; i < REQUESTS / HANDS; i++) {
      String method = pick(METHODS, random);
      byte[] request = request(method, paths.get(random.nextInt(paths.size())), random);
      try {
        line.say(request);
        int status = line.answer(!method.equals("HEAD"));
        if (status >= 500 && !(status == 501 && method.equals("FROBNICATE"))) {
          fallen.add(status + ": " + new String(request, StandardCharsets.ISO_8859_1));
        }
      } catch (IOException | NumberFormatException | ArrayIndexOutOfBoundsException hungUp) {
        // It may hang up on what is no HTTP at all; it must be there again at once.
        line.close();
        line = new RawLine(server.base);
      }
    }
    line.close();
  }

  private static byte[] request(String method, String path, Random random) {
    byte[] body =
        method.equals("GET") || method.equals("HEAD") || method.equals("TRACE")
            ? new byte[0]
            : body(random);
    StringBuilder head = new StringBuilder(method + " " + bent(path, random) + " HTTP/1.1\r\n");
    head.append("Host: 127.0.0.1\r\n");
    String type = pick(TYPES, random);
    if (body.length > 0 && !type.isEmpty()) {
      head.append("Content-Type: ").append(type).append("\r\n");
    }
    if (random.nextInt(3) == 0) {
      head.append(
          pick(
              new String[] {
                "Origin: null\r\n",
                "Origin: https://\r\n",
                "Range: bytes=5-1\r\n",
                "Range: bytes=0-,5-\r\n",
                "Range: nonsense\r\n",
                "If-None-Match: *\r\n",
                "If-Modified-Since: yesterday\r\n",
                "Cookie: jeton=%%%; XSRF-TOKEN=\u00e9\r\n",
                "Cookie: jeton=AAAA.BBBB\r\n",
                "X-XSRF-TOKEN: x\r\n",
                "Accept: nonsense\r\n",
                "Accept: application/xml\r\n",
                "Accept-Language: \u00ff\r\n",
                "Authorization: Bearer \u00e9\r\n",
                "X-Forwarded-For: not an address, 300.1.1.1\r\n",
                "X-Forwarded-Proto: ftp\r\n",
                "User-Agent: \u0080\u0081\r\n",
                "Purpose: prefetch\r\n",
                "Expect: 100-continue-not\r\n"
              },
              random));
    }
    head.append("Content-Length: ").append(body.length).append("\r\n\r\n");
    byte[] top = head.toString().getBytes(StandardCharsets.ISO_8859_1);
    byte[] all = java.util.Arrays.copyOf(top, top.length + body.length);
    System.arraycopy(body, 0, all, top.length, body.length);
    return all;
  }

  private static String bent(String path, Random random) {
    return switch (random.nextInt(8)) {
      case 0 -> path + "?" + pick(NAMES, random) + "=%ff%00";
      case 1 -> path + "?" + pick(NAMES, random) + "=%zz";
      case 2 -> path + "/%2e%2e/" + pick(NAMES, random);
      case 3 -> path + "?" + pick(NAMES, random) + "=" + "9".repeat(random.nextInt(40));
      case 4 -> path.substring(0, random.nextInt(path.length()) + 1) + "%C3%28";
      default -> path;
    };
  }

  private static byte[] body(Random random) {
    return switch (random.nextInt(6)) {
      case 0 -> new byte[0];
      case 1 -> octets(random);
      case 2 -> pick(VALUES, random).getBytes(StandardCharsets.UTF_8);
      case 3 -> form(random).getBytes(StandardCharsets.ISO_8859_1);
      case 4 -> {
        byte[] whole = json(random).getBytes(StandardCharsets.UTF_8);
        yield java.util.Arrays.copyOf(whole, random.nextInt(whole.length) + 1);
      }
      default -> json(random).getBytes(StandardCharsets.UTF_8);
    };
  }

  private static byte[] octets(Random random) {
    byte[] octets = new byte[random.nextInt(300)];
    random.nextBytes(octets);
    return octets;
  }

  private static String json(Random random) {
    StringBuilder json = new StringBuilder("{");
    for (int i = random.nextInt(5); i >= 0; i--) {
      json.append('"').append(pick(NAMES, random)).append("\":").append(pick(VALUES, random));
      json.append(i == 0 ? "}" : ",");
    }
    return json.toString();
  }

  private static String form(Random random) {
    StringBuilder form = new StringBuilder();
    for (int i = random.nextInt(6); i >= 0; i--) {
      form.append(pick(NAMES, random))
          .append('=')
          .append(
              pick(
                  new String[] {"x", "%", "%ff%fe", "%00", "+", "a%40b.example", "%0d%0aX: y"},
                  random))
          .append('&');
    }
    return form.toString();
  }

  private static String pick(String[] from, Random random) {
    return from[random.nextInt(from.length)];
  }
}
