package jeton.server.feed;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailColumn;
import jeton.core.email.EmailContent;
import org.jsoup.nodes.Entities;
import org.springframework.stereotype.Service;

/** Puts the newest entries of feeds into emails (B7). */
@Service
public class Feeds {
  private final FeedFetcher fetcher;

  /** For previews, which are drawn with every key. */
  private final Cache<String, Read> recent =
      Caffeine.newBuilder().maximumSize(100).expireAfterWrite(Duration.ofMinutes(2)).build();

  Feeds(FeedFetcher fetcher) {
    this.fetcher = fetcher;
  }

  /**
   * What became of reading a feed.
   *
   * @param trouble why it could not be read, for the owner
   */
  public record Read(List<FeedEntry> entries, Optional<String> trouble) {}

  /**
   * An email with its feeds read.
   *
   * @param entries how many were taken
   * @param newest moment of the newest taken
   * @param trouble of the first feed that could not be read
   */
  public record Filled(
      EmailContent content, int entries, Optional<Instant> newest, Optional<String> trouble) {}

  /** Whether an email holds a feed. */
  public static boolean isIn(EmailContent content) {
    return content.allBlocks().anyMatch(EmailBlock.Feed.class::isInstance);
  }

  /** Reads a feed. Never throws: what went wrong is in the answer. */
  public Read read(String url) {
    try {
      FeedFetcher.Fetched fetched = fetcher.fetch(url);
      return new Read(FeedParser.parse(fetched.octets(), fetched.url()), Optional.empty());
    } catch (IOException | FeedParser.NoFeed trouble) {
      return new Read(List.of(), Optional.of(String.valueOf(trouble.getMessage())));
    } catch (IllegalArgumentException noAddress) {
      return new Read(List.of(), Optional.of("This is no web address."));
    }
  }

  /** As a preview shows it: with what is newest now. */
  public EmailContent shown(EmailContent content) {
    return isIn(content)
        ? filled(content, Optional.empty(), url -> recent.get(url, this::read)).content()
        : content;
  }

  /**
   * Puts entries in place of feeds, for good.
   *
   * @param after only those newer than this
   */
  public Filled filled(EmailContent content, Optional<Instant> after) {
    return filled(content, after, this::read);
  }

  private static Filled filled(
      EmailContent content,
      Optional<Instant> after,
      java.util.function.Function<String, Read> reader) {
    Filling filling = new Filling(after, reader);
    List<EmailBlock> blocks = filling.all(content.blocks());
    return new Filled(content.withBlocks(blocks), filling.taken, filling.newest, filling.trouble);
  }

  /** One way through an email's blocks. */
  private static final class Filling {
    private final Optional<Instant> after;
    private final java.util.function.Function<String, Read> reader;
    private int taken;
    private Optional<Instant> newest = Optional.empty();
    private Optional<String> trouble = Optional.empty();

    Filling(Optional<Instant> after, java.util.function.Function<String, Read> reader) {
      this.after = after;
      this.reader = reader;
    }

    List<EmailBlock> all(List<EmailBlock> blocks) {
      return blocks.stream().flatMap(this::one).toList();
    }

    private Stream<EmailBlock> one(EmailBlock block) {
      if (block instanceof EmailBlock.Columns columns) {
        List<EmailColumn> filled = new ArrayList<>();
        columns.columns().forEach(column -> filled.add(new EmailColumn(all(column.blocks()))));
        return Stream.of(new EmailBlock.Columns(filled));
      }
      if (!(block instanceof EmailBlock.Feed feed)) {
        return Stream.of(block);
      }
      Read read = reader.apply(feed.url());
      trouble = trouble.or(read::trouble);
      List<FeedEntry> entries =
          read.entries().stream().filter(this::isNew).limit(feed.most()).toList();
      taken += entries.size();
      for (FeedEntry entry : entries) {
        newest = newest.filter(n -> entry.at().map(n::isAfter).orElse(true)).or(entry::at);
      }
      return entries.stream().map(Filling::drawn);
    }

    /** What has no date counts as new once: in the first that goes out. */
    private boolean isNew(FeedEntry entry) {
      return after.map(last -> entry.at().map(at -> at.isAfter(last)).orElse(false)).orElse(true);
    }

    private static EmailBlock drawn(FeedEntry entry) {
      String title = Entities.escape(entry.title().isEmpty() ? "Read on" : entry.title());
      String heading =
          entry.link().isEmpty()
              ? title
              : "<a href=\""
                  + Entities.escape(entry.link()).replace("\"", "&quot;")
                  + "\">"
                  + title
                  + "</a>";
      String about = entry.about().isEmpty() ? "" : "<p>" + Entities.escape(entry.about()) + "</p>";
      return EmailBlock.text("<h3>" + heading + "</h3>" + about);
    }
  }
}
