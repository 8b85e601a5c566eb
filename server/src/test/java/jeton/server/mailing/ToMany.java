package jeton.server.mailing;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicReference;
import jeton.core.segment.Subject;
import jeton.harness.Http;
import jeton.harness.MailingSteps;
import jeton.harness.TestServer;

/** Emails to many, and what went out. */
abstract class ToMany {
  static final ZoneId DUBLIN = ZoneId.of("Europe/Dublin");

  final TestServer server = TestServer.get();

  final MailingSteps steps = new MailingSteps(server);

  final Mailings mailings = server.bean(Mailings.class);

  final Issues issues = server.bean(Issues.class);

  List<Long> found(Subject what, String email) {
    Map<String, Object> question =
        Map.of(
            "kind",
            "GROUP",
            "match",
            "ALL",
            "parts",
            List.of(Map.of("kind", "CONDITION", "what", what.name(), "op", "HAS", "value", email)));
    Http.Answer answer =
        server
            .owner()
            .json(
                "POST",
                "/api/people/search",
                Map.of("words", "", "question", question, "page", 0, "size", 50));
    assertThat(answer.status()).as(answer.body()).isEqualTo(200);
    return answer
        .json()
        .get("rows")
        .valueStream()
        .map(row -> row.at("/person/id").asLong())
        .sorted()
        .toList();
  }

  static HttpServer site(AtomicReference<String> feed) throws IOException {
    HttpServer site = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
    site.createContext(
        "/f",
        exchange -> {
          byte[] body = feed.get().getBytes(StandardCharsets.UTF_8);
          exchange.sendResponseHeaders(200, body.length);
          exchange.getResponseBody().write(body);
          exchange.close();
        });
    site.start();
    return site;
  }

  static String rss(String... daysAndTitles) {
    StringBuilder items =
        new StringBuilder("<?xml version=\"1.0\"?><rss version=\"2.0\"><channel>");
    for (int i = 0; i < daysAndTitles.length; i += 2) {
      String date =
          java.time.format.DateTimeFormatter.RFC_1123_DATE_TIME.format(
              LocalDate.parse(daysAndTitles[i]).atStartOfDay(ZoneId.of("UTC")));
      items
          .append("<item><title>")
          .append(daysAndTitles[i + 1])
          .append("</title><link>https://q.example/")
          .append(i)
          .append("</link><pubDate>")
          .append(date)
          .append("</pubDate><description>&lt;script&gt;alert(1)&lt;/script&gt;About it")
          .append("</description></item>");
    }
    return items.append("</channel></rss>").toString();
  }
}
