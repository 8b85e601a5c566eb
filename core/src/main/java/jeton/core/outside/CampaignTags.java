package jeton.core.outside;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import jeton.core.offer.Slug;

/**
 * Campaign tags for links that lead to other sites, by which those can tell where a visitor came
 * from: {@code utm_source}, {@code utm_medium}, {@code utm_campaign} and {@code utm_content}. Tags
 * an address has already stay as they are.
 */
public final class CampaignTags {
  private static final Pattern LINK =
      Pattern.compile("(<a\\b[^>]*?\\bhref=\")(https?://[^\"]*)(\")");
  private static final Pattern ADDRESS =
      Pattern.compile("https?://[^\\s<>()\"]+[^\\s<>()\".,;:!?]");

  private final Map<String, String> tags = new LinkedHashMap<>();
  private final String own;

  /**
   * Tags for what one email or form leads to.
   *
   * @param business whose name is the source
   * @param medium {@code email} or {@code form}
   * @param campaign what the email or offer is called
   * @param content which of several, such as a form's key; empty for none
   * @param own where our own pages begin: they get none
   */
  public CampaignTags(String business, String medium, String campaign, String content, String own) {
    this.own = own;
    tag("utm_source", business);
    tag("utm_medium", medium);
    // What a fill-in stands for is different from reader to reader.
    tag("utm_campaign", campaign.replaceAll("\\{\\{[^}]*}}", " "));
    tag("utm_content", content);
  }

  private void tag(String name, String words) {
    Slug.of(words).ifPresent(slug -> tags.put(name, slug));
  }

  /** One address with them. */
  public String on(String url) {
    if (url.startsWith(own)) {
      return url;
    }
    String[] parts = url.split("#", 2);
    StringBuilder tagged = new StringBuilder(parts[0]);
    tags.forEach(
        (name, value) -> {
          if (!parts[0].contains(name + "=")) {
            tagged
                .append(tagged.indexOf("?") < 0 ? '?' : '&')
                .append(name)
                .append('=')
                .append(value);
          }
        });
    return parts.length > 1 ? tagged.append('#').append(parts[1]).toString() : tagged.toString();
  }

  /** Every link of some HTML with them. */
  public String onLinks(String html) {
    return LINK.matcher(html)
        .replaceAll(
            link ->
                Matcher.quoteReplacement(
                    link.group(1)
                        + on(link.group(2).replace("&amp;", "&")).replace("&", "&amp;")
                        + link.group(3)));
  }

  /** Every address in some plain text with them. */
  public String onAddresses(String text) {
    return ADDRESS
        .matcher(text)
        .replaceAll(address -> Matcher.quoteReplacement(on(address.group())));
  }
}
