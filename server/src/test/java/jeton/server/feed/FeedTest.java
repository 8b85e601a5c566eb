package jeton.server.feed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.outside.PrivateNetwork;
import jeton.harness.TestServer;
import jeton.server.outside.OutsideHttp;
import jeton.server.outside.PublicPlaces;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Rule B7: feeds of three kinds, and all that can be wrong with one. */
class FeedTest {
  private static final URI URL = URI.create("https://q.example/journal/feed");

  private static List<FeedEntry> parsed(String feed) throws FeedParser.NoFeed {
    return FeedParser.parse(feed.getBytes(StandardCharsets.UTF_8), URL);
  }

  @Test
  void rssAtomAndJson_areReadAlike() throws Exception {
    List<FeedEntry> rss =
        parsed(
            "<rss version='2.0'><channel><item><guid>1</guid><title>Blue &amp;amp; gold</title><link>../blue</link>"
                + "<pubDate>Mon, 23 Nov 2026 08:00:00 +0000</pubDate><description>&lt;p&gt;Cold &lt;b&gt;size&lt;/b&gt;&lt;/p&gt;</description></item></channel></rss>");
    List<FeedEntry> atom =
        parsed(
            "<feed xmlns='http://www.w3.org/2005/Atom'><entry><id>1</id><title>Blue &amp; gold</title><link rel='self' href='x'/>"
                + "<link href='https://q.example/blue'/><updated>2026-11-23T08:00:00Z</updated><summary>Cold size</summary></entry></feed>");
    List<FeedEntry> json =
        parsed(
            "{\"version\":\"https://jsonfeed.org/version/1.1\",\"items\":[{\"id\":\"1\",\"title\":\"Blue & gold\","
                + "\"url\":\"https://q.example/blue\",\"date_published\":\"2026-11-23T09:00:00+01:00\",\"content_html\":\"<p>Cold size</p>\"}]}");
    FeedEntry expected =
        new FeedEntry(
            "1",
            "Blue & gold",
            "https://q.example/blue",
            "Cold size",
            Optional.of(Instant.parse("2026-11-23T08:00:00Z")));
    assertThat(rss).containsExactly(expected);
    assertThat(atom).containsExactly(expected);
    assertThat(json).containsExactly(expected);
  }

  @Test
  void scripts_strangeLinks_andFillIns_getNowhere() throws Exception {
    List<FeedEntry> entries =
        parsed(
            "<rss><channel><item><title>&lt;script&gt;alert(1)&lt;/script&gt;Hello {{email}}</title><link>javascript:alert(1)</link>"
                + "<description>&lt;style&gt;x&lt;/style&gt;&lt;img src=x onerror=alert(1)&gt;words</description></item></channel></rss>");
    assertThat(entries.get(0).title()).isEqualTo("Hello { {email}}");
    assertThat(entries.get(0).link()).isEmpty();
    assertThat(entries.get(0).about()).isEqualTo("words");
  }

  @Test
  void oneThatLiesAboutItsEncoding_isReadAllTheSame() throws Exception {
    byte[] octets =
        "<?xml version='1.0' encoding='UTF-8'?><rss><channel><item><title>Reliure d’été</title></item></channel></rss>"
            .getBytes(Charset.forName("windows-1252"));
    assertThat(FeedParser.parse(octets, URL).get(0).title()).isEqualTo("Reliure d’été");
  }

  @Test
  void entriesThatComeTwice_countOnce_andTheNewestIsFirst() throws Exception {
    String feed =
        "<rss><channel>"
            + "<item><guid>a</guid><title>Old</title><pubDate>Mon, 02 Nov 2026 08:00:00 +0000</pubDate></item>"
            + "<item><guid>a</guid><title>Old again</title><pubDate>Mon, 02 Nov 2026 08:00:00 +0000</pubDate></item>"
            + "<item><guid>b</guid><title>New</title><pubDate>Mon, 09 Nov 2026 08:00:00 +0000</pubDate></item>"
            + "</channel></rss>";
    assertThat(parsed(feed)).extracting(FeedEntry::title).containsExactly("New", "Old");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"<html><body>Not here</body></html>", "{\"no\":1}", "", "{broken", "words"})
  void whatIsNoFeed_isSaidSo(String text) {
    assertThatThrownBy(() -> parsed(text)).isInstanceOf(FeedParser.NoFeed.class);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "127.0.0.1",
        "10.1.2.3",
        "192.168.0.1",
        "169.254.169.254",
        "100.64.0.1",
        "::1",
        "fd00::1",
        "0.0.0.0"
      })
  void privateNetworks_areNamed(String address) throws Exception {
    assertThat(PrivateNetwork.holds(InetAddress.getByName(address))).isTrue();
    assertThat(PrivateNetwork.holds(InetAddress.getByName("192.0.2.1"))).isFalse();
    assertThat(PrivateNetwork.holds(InetAddress.getByName("2001:db8::1"))).isFalse();
  }

  @Test
  void oneThatHangs_beforeItsFirstWordOrAfterIt_isGivenUp() throws IOException {
    CountDownLatch done = new CountDownLatch(1);
    HttpServer site = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
    site.createContext("/silent", exchange -> hang(done));
    site.createContext(
        "/stuck",
        exchange -> {
          exchange.sendResponseHeaders(200, 0);
          exchange.getResponseBody().write("<rss>".getBytes(StandardCharsets.UTF_8));
          exchange.getResponseBody().flush();
          hang(done);
        });
    site.setExecutor(Executors.newCachedThreadPool());
    site.start();
    String base = "http://127.0.0.1:" + site.getAddress().getPort();
    FeedFetcher hasty =
        new FeedFetcher(
            new OutsideHttp(TestServer.get().bean(PublicPlaces.class), Duration.ofMillis(300)));
    try {
      for (String path : List.of("/silent", "/stuck")) {
        assertThatThrownBy(() -> hasty.fetch(base + path))
            .as(path)
            .isInstanceOf(IOException.class)
            .hasMessageContaining("No answer within");
      }
    } finally {
      done.countDown();
      site.stop(0);
    }
  }

  private static void hang(CountDownLatch until) {
    try {
      until.await();
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  @Test
  void oneThatIsTooLarge_breaksOff_leadsInCircles_orIsAway_isTroubleInWords() throws IOException {
    Feeds feeds = TestServer.get().bean(Feeds.class);
    HttpServer site = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
    site.createContext(
        "/large",
        exchange -> {
          exchange.sendResponseHeaders(200, 0);
          try (OutputStream out = exchange.getResponseBody()) {
            byte[] part = new byte[1 << 16];
            for (int i = 0; i < 1600; i++) {
              out.write(part);
            }
          } catch (IOException hungUp) {
            // As it should.
          }
        });
    site.createContext(
        "/round",
        exchange -> {
          exchange.getResponseHeaders().set("Location", "/round");
          exchange.sendResponseHeaders(302, -1);
          exchange.close();
        });
    site.createContext(
        "/gone",
        exchange -> {
          exchange.sendResponseHeaders(410, -1);
          exchange.close();
        });
    site.setExecutor(Executors.newCachedThreadPool());
    site.start();
    String base = "http://127.0.0.1:" + site.getAddress().getPort();
    try {
      assertThat(feeds.read(base + "/large").trouble()).contains("The feed is larger than 5 MB.");
      assertThat(feeds.read(base + "/round").trouble())
          .contains("The site sends from address to address without end.");
      assertThat(feeds.read(base + "/gone").trouble())
          .contains("The site answers with status 410.");
    } finally {
      site.stop(0);
    }
    assertThat(feeds.read(base + "/away").trouble().orElse("")).startsWith("It cannot be reached");
    assertThat(feeds.read("ftp://q.example/x").trouble()).contains("This is no web address.");
    EmailContent email =
        new EmailContent(
            "x",
            "",
            EmailContent.Style.FRAMED,
            List.of(new EmailBlock.Feed(base + "/away", 3), EmailBlock.text("<p>still here</p>")),
            "",
            List.of());
    assertThat(feeds.shown(email).blocks()).containsExactly(EmailBlock.text("<p>still here</p>"));
  }
}
