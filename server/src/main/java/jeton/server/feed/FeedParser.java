package jeton.server.feed;

import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.parser.Parser;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Reads RSS 2.0, Atom (RFC 4287) and JSON Feed 1.1. Of an entry only plain words and an http(s)
 * link are taken: no markup of somebody else's gets into an email.
 */
final class FeedParser {
  private static final int MOST_ENTRIES = 200;
  private static final int MOST_TITLE = 200;
  private static final int MOST_ABOUT = 280;
  private static final int LOOKED_AT = 200;
  private static final Charset WINDOWS = Charset.forName("windows-1252");
  private static final Pattern DECLARED =
      Pattern.compile("<\\?xml[^>]*encoding=[\"']([A-Za-z0-9._-]+)[\"']");
  private static final JsonMapper JSON = new JsonMapper();

  private FeedParser() {}

  /** It is no feed. */
  static final class NoFeed extends Exception {
    private static final long serialVersionUID = 1L;

    NoFeed(String message) {
      super(message);
    }
  }

  /**
   * The entries, newest first, each once.
   *
   * @param url what relative links are relative to
   */
  static List<FeedEntry> parse(byte[] octets, URI url) throws NoFeed {
    String text = text(octets).strip();
    List<FeedEntry> entries = text.startsWith("{") ? json(text, url) : xml(text, url);
    Map<String, FeedEntry> once = new LinkedHashMap<>();
    for (FeedEntry entry : entries) {
      if (!entry.title().isEmpty() || !entry.about().isEmpty()) {
        once.putIfAbsent(entry.id().isEmpty() ? entry.link() + entry.title() : entry.id(), entry);
      }
    }
    return once.values().stream()
        .sorted(
            Comparator.comparing(
                entry -> entry.at().orElse(Instant.MIN), Comparator.reverseOrder()))
        .limit(MOST_ENTRIES)
        .toList();
  }

  /** Some feeds say one encoding and are written in another: what can be read is right. */
  private static String text(byte[] octets) {
    String head =
        new String(octets, 0, Math.min(octets.length, LOOKED_AT), StandardCharsets.ISO_8859_1);
    Matcher declared = DECLARED.matcher(head);
    List<Charset> tried = new ArrayList<>();
    if (declared.find() && Charset.isSupported(declared.group(1))) {
      tried.add(Charset.forName(declared.group(1)));
    }
    tried.add(StandardCharsets.UTF_8);
    for (Charset charset : tried) {
      try {
        String text = charset.newDecoder().decode(ByteBuffer.wrap(octets)).toString();
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
      } catch (CharacterCodingException another) {
        // The next one.
      }
    }
    return new String(octets, WINDOWS);
  }

  private static List<FeedEntry> xml(String text, URI url) throws NoFeed {
    Document document = Jsoup.parse(text, url.toString(), Parser.xmlParser());
    List<FeedEntry> entries = new ArrayList<>();
    if (document.selectFirst("rss, rdf|RDF, RDF") != null) {
      document.select("item").forEach(item -> entries.add(rss(item, url)));
    } else if (document.selectFirst("feed") != null) {
      document.select("feed > entry").forEach(entry -> entries.add(atom(entry, url)));
    } else {
      throw new NoFeed("This is no feed: neither RSS, Atom nor JSON Feed.");
    }
    return entries;
  }

  private static FeedEntry rss(Element item, URI url) {
    return new FeedEntry(
        child(item, "guid"),
        plain(child(item, "title"), MOST_TITLE),
        link(child(item, "link"), url),
        plain(child(item, "description"), MOST_ABOUT),
        moment(child(item, "pubDate")).or(() -> moment(child(item, "dc:date"))));
  }

  private static FeedEntry atom(Element entry, URI url) {
    String link =
        entry.children().stream()
            .filter(e -> e.tagName().equals("link"))
            .filter(e -> e.attr("rel").isEmpty() || e.attr("rel").equals("alternate"))
            .map(e -> e.attr("href"))
            .findFirst()
            .orElse("");
    String about = child(entry, "summary");
    return new FeedEntry(
        child(entry, "id"),
        plain(child(entry, "title"), MOST_TITLE),
        link(link, url),
        plain(about.isEmpty() ? child(entry, "content") : about, MOST_ABOUT),
        moment(child(entry, "published")).or(() -> moment(child(entry, "updated"))));
  }

  private static List<FeedEntry> json(String text, URI url) throws NoFeed {
    try {
      JsonNode feed = JSON.readTree(text);
      if (!feed.path("items").isArray()) {
        throw new NoFeed("This is JSON, and no JSON Feed: it has no items.");
      }
      List<FeedEntry> entries = new ArrayList<>();
      for (JsonNode item : feed.path("items")) {
        Function<String, String> of = key -> item.path(key).asString("");
        String about = of.apply("summary");
        entries.add(
            new FeedEntry(
                of.apply("id"),
                plain(of.apply("title"), MOST_TITLE),
                link(of.apply("url"), url),
                plain(
                    about.isEmpty() ? of.apply("content_text") + of.apply("content_html") : about,
                    MOST_ABOUT),
                moment(of.apply("date_published"))));
      }
      return entries;
    } catch (JacksonException unreadable) {
      throw new NoFeed("This is neither a feed nor JSON that can be read.");
    }
  }

  private static String child(Element parent, String name) {
    return parent.children().stream()
        .filter(e -> e.tagName().equals(name))
        .map(Element::wholeText)
        .map(String::strip)
        .findFirst()
        .orElse("");
  }

  /** The words of what may be HTML, written as text. */
  private static String plain(String html, int most) {
    Document document = Jsoup.parseBodyFragment(html);
    document.select("script, style, template, noscript").remove();
    String text = document.text().replace("{{", "{ {").strip();
    if (text.length() <= most) {
      return text;
    }
    int space = text.lastIndexOf(' ', most - 1);
    return text.substring(0, space > most / 2 ? space : most - 1) + "…";
  }

  private static String link(String link, URI url) {
    try {
      URI whole = url.resolve(link.strip());
      boolean web = "http".equals(whole.getScheme()) || "https".equals(whole.getScheme());
      return web && !link.isBlank() && whole.toString().length() <= 2000 ? whole.toString() : "";
    } catch (IllegalArgumentException noAddress) {
      return "";
    }
  }

  private static Optional<Instant> moment(String text) {
    for (DateTimeFormatter format :
        List.of(
            DateTimeFormatter.ISO_OFFSET_DATE_TIME,
            DateTimeFormatter.RFC_1123_DATE_TIME.withLocale(Locale.ROOT))) {
      try {
        return Optional.of(OffsetDateTime.parse(text, format).toInstant());
      } catch (DateTimeParseException another) {
        // The next one.
      }
    }
    return Optional.empty();
  }
}
