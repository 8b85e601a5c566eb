package jeton.standins.samplesite;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLDecoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The sample shop's basket: three things, a code, and an order. It asks whoever made the code. */
final class Checkout {
  private static final JsonMapper JSON = new JsonMapper();
  private static final Duration PATIENCE = Duration.ofSeconds(10);
  private final HttpClient client = HttpClient.newHttpClient();

  /** Something in the basket; a coupon may not apply to all of it. */
  private record Line(String name, long cents, boolean eligible) {}

  private static final List<Line> LINES =
      List.of(
          new Line("Marbled paper, three sheets", 1350, true),
          new Line("Linen thread, brick red", 900, true),
          new Line("Bone folder", 600, false));
  private static final long SUBTOTAL = LINES.stream().mapToLong(Line::cents).sum();
  private static final long ELIGIBLE =
      LINES.stream().filter(Line::eligible).mapToLong(Line::cents).sum();

  /**
   * Whom it asks about codes.
   *
   * @param base origin of the server
   * @param key of the shop
   */
  record Till(String base, String key) {}

  /** What the customer sees: the basket, with what a code came to. */
  String page(Till till, String query, String posted) {
    Map<String, String> asked = fields(posted.isEmpty() ? query : posted);
    String code = asked.getOrDefault("code", "");
    String order = asked.getOrDefault("order", "QT-" + UUID.randomUUID());
    String wish = posted.isEmpty() ? "show" : asked.getOrDefault("do", "check");
    if (wish.equals("order")) {
      return ordered(till, asked.getOrDefault("email", ""), code, order);
    }
    if (wish.equals("cancel")) {
      JsonNode said = code.isBlank() ? null : ask(till, "release", code, order);
      boolean good = said != null && said.path("ok").asBoolean();
      return "<p id=\"outcome\">The order was cancelled."
          + (good ? " Your code is good again." : "")
          + "</p><p><a href=\"/checkout\">Back to the basket</a></p>";
    }
    JsonNode said = code.isBlank() ? null : ask(till, "check", code, order);
    return lines() + sums(said) + form(asked.getOrDefault("email", ""), code, order);
  }

  private String ordered(Till till, String email, String code, String order) {
    JsonNode said = code.isBlank() ? null : ask(till, "redeem", code, order);
    if (said != null && !said.path("ok").asBoolean()) {
      return lines() + sums(said) + form(email, code, order);
    }
    if (!email.isBlank()) {
      long discount = said == null ? 0 : said.path("discount").asLong(0);
      tellOfOrder(till, email, order, SUBTOTAL - discount);
    }
    return "<p id=\"outcome\">Thank you. Your order is on its way.</p>"
        + lines()
        + sums(said)
        + "<form method=\"post\" action=\"/checkout\">"
        + hidden("code", code)
        + hidden("order", order)
        + "<button name=\"do\" value=\"cancel\">Cancel this order</button></form>";
  }

  private static String lines() {
    StringBuilder table = new StringBuilder("<table class=\"basket\"><tbody>");
    for (Line line : LINES) {
      table.append(row(line.name(), euros(line.cents())));
    }
    return table.append("</tbody></table>").toString();
  }

  private static String sums(JsonNode said) {
    long discount = said == null ? 0 : said.path("discount").asLong(0);
    String worth =
        said == null || !said.path("ok").asBoolean()
            ? ""
            : row(escape(said.path("worth").asString("")), "−" + euros(discount));
    String refusal =
        said == null || said.path("ok").asBoolean()
            ? ""
            : "<p id=\"refusal\" role=\"alert\">"
                + escape(said.path("message").asString("The code could not be looked at."))
                + "</p>";
    return "<table class=\"basket\"><tbody>"
        + worth
        + row("<b>Total</b>", "<b id=\"total\">" + euros(SUBTOTAL - discount) + "</b>")
        + "</tbody></table>"
        + refusal;
  }

  private static String form(String email, String code, String order) {
    return "<form method=\"post\" action=\"/checkout\"><label>Your email <input name=\"email\" type=\"email\" value=\""
        + escape(email)
        + "\"></label><label>A code <input name=\"code\" value=\""
        + escape(code)
        + "\"></label>"
        + hidden("order", order)
        + "<button name=\"do\" value=\"check\">Use the code</button>"
        + " <button name=\"do\" value=\"order\">Place the order</button></form>";
  }

  private static String hidden(String name, String value) {
    return "<input type=\"hidden\" name=\"" + name + "\" value=\"" + escape(value) + "\">";
  }

  private static String row(String what, String amount) {
    return "<tr><td>" + what + "</td><td>" + amount + "</td></tr>";
  }

  private static String euros(long cents) {
    return String.format(Locale.ROOT, "€%d.%02d", cents / 100, cents % 100);
  }

  private JsonNode ask(Till till, String what, String code, String order) {
    String body =
        JSON.writeValueAsString(
            Map.of(
                "code",
                code,
                "order",
                Map.of(
                    "id", order, "subtotal", SUBTOTAL, "eligible", ELIGIBLE, "currency", "EUR")));
    return post(till, "/api/coupons/" + what, UUID.randomUUID().toString(), body);
  }

  /** Told twice, it counts once: the order's id is its Idempotency-Key, too. */
  private void tellOfOrder(Till till, String email, String order, long total) {
    String body =
        JSON.writeValueAsString(
            Map.of(
                "email", email, "order", Map.of("id", order, "total", total, "currency", "EUR")));
    post(till, "/api/purchases", order, body);
  }

  private JsonNode post(Till till, String path, String key, String body) {
    HttpRequest request =
        HttpRequest.newBuilder(URI.create(till.base() + path))
            .timeout(PATIENCE)
            .header("Content-Type", "application/json")
            .header("Authorization", "Bearer " + till.key())
            .header("Idempotency-Key", key)
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build();
    try {
      HttpResponse<String> said = client.send(request, HttpResponse.BodyHandlers.ofString());
      return said.statusCode() == 200 ? JSON.readTree(said.body()) : JSON.createObjectNode();
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }

  private static Map<String, String> fields(String encoded) {
    Map<String, String> fields = new HashMap<>();
    for (String pair : encoded.split("&")) {
      String[] parts = pair.split("=", 2);
      if (parts.length == 2) {
        fields.put(decoded(parts[0]), decoded(parts[1]));
      }
    }
    return fields;
  }

  private static String decoded(String text) {
    return URLDecoder.decode(text, StandardCharsets.UTF_8);
  }

  private static String escape(String text) {
    return text.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
