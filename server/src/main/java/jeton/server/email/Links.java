package jeton.server.email;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import jeton.server.business.PublicUrl;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/**
 * The addresses that links in emails lead to. An email's link is {@code /l/} with the email's and
 * the address's numbers, signed: it can lead nowhere but where the owner pointed.
 */
@Component
public class Links {
  private static final String LINK = "link";
  private static final String OPEN = "open";
  private final LinkStore store;
  private final Tokens tokens;
  private final PublicUrl publicUrl;
  private final Map<String, Long> numbers = new ConcurrentHashMap<>();

  Links(LinkStore store, Tokens tokens, PublicUrl publicUrl) {
    this.store = store;
    this.tokens = tokens;
    this.publicUrl = publicUrl;
  }

  /** What a pressed link stands for. */
  public record Pressed(long outboxId, long linkId) {}

  /** The number of an address, made when it is new. */
  long number(String href) {
    return numbers.computeIfAbsent(href, store::numberOf);
  }

  /** Where a link leads, as it was written. */
  public Optional<String> href(long linkId) {
    return store.href(linkId);
  }

  /** What stands in the email. */
  String address(long outboxId, long linkId) {
    return publicUrl.of("/l/" + tokens.sign(LINK, outboxId, linkId));
  }

  /** A picture of one dot by which an open is counted. */
  String picture(long outboxId) {
    return "<img src=\""
        + publicUrl.of("/l/" + tokens.sign(OPEN, outboxId, 0) + ".gif")
        + "\" width=\"1\" height=\"1\" alt=\"\" style=\"display:block;border:0\">";
  }

  /** What a link that was pressed stands for; empty when we made no such link. */
  public Optional<Pressed> pressed(String token) {
    return tokens.verify(LINK, token).map(pair -> new Pressed(pair.first(), pair.second()));
  }

  /** The email whose picture was fetched; empty when we made no such picture. */
  public Optional<Long> opened(String token) {
    return tokens.verify(OPEN, token).map(Tokens.Pair::first);
  }
}
