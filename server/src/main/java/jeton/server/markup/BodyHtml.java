package jeton.server.markup;

import java.util.regex.Pattern;
import jeton.core.email.EmailContent;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;
import org.jsoup.safety.Safelist;
import org.jsoup.select.NodeTraversor;
import org.jsoup.select.NodeVisitor;

/** An email's writing: cleaned of everything that is not plain writing, and as plain text. */
public final class BodyHtml {
  private static final Safelist WRITING =
      new Safelist()
          .addTags("p", "h2", "h3", "br", "strong", "em", "ul", "ol", "li", "blockquote", "a")
          .addAttributes("a", "href");
  // Any scheme but these; what has none cannot run anything.
  private static final Pattern SCRIPTED =
      Pattern.compile(
          "^(?!https?:|mailto:)[\\s\\p{Cc}]*[a-z][a-z0-9+.\\-\\s]*:", Pattern.CASE_INSENSITIVE);

  private static final Document.OutputSettings COMPACT =
      new Document.OutputSettings().prettyPrint(false);

  private BodyHtml() {}

  /** An email with all its writing cleaned. */
  public static EmailContent cleaned(EmailContent email) {
    return email.withBlocks(
        email.blocks().stream().map(block -> block.withWriting(BodyHtml::cleaned)).toList());
  }

  /** Headings, paragraphs, emphasis, lists, quotes and links; of anything else only the words. */
  public static String cleaned(String html) {
    Document cleaned = Jsoup.parseBodyFragment(Jsoup.clean(html, "", WRITING, COMPACT));
    cleaned.outputSettings(COMPACT);
    for (Element link : cleaned.select("a[href]")) {
      // Emptied rather than taken out, so that Readiness tells the owner of a link that leads
      // nowhere.
      link.attr("href", SCRIPTED.matcher(link.attr("href")).find() ? "" : link.attr("href"));
    }
    return cleaned.body().html();
  }

  /** Writing as plain text (RFC 3676's idea of paragraphs: lines, with an empty line between). */
  public static String plain(String html) {
    StringBuilder text = new StringBuilder();
    NodeTraversor.traverse(new PlainText(text), Jsoup.parseBodyFragment(html).body());
    return text.toString().replaceAll("[ \\t]+\\n", "\n").replaceAll("\\n{3,}", "\n\n").strip();
  }

  private record PlainText(StringBuilder text) implements NodeVisitor {
    @Override
    public void head(Node node, int depth) {
      if (node instanceof TextNode words) {
        text.append(words.getWholeText());
      } else if (node instanceof Element element) {
        switch (element.normalName()) {
          case "li" -> text.append('\n').append(mark(element));
          case "br" -> text.append('\n');
          case "ul", "ol" -> text.append('\n');
          default -> {}
        }
      }
    }

    private static String mark(Element item) {
      boolean numbered = item.parent() != null && item.parent().is("ol");
      return numbered ? item.elementSiblingIndex() + 1 + ". " : "- ";
    }

    @Override
    public void tail(Node node, int depth) {
      if (node instanceof Element element) {
        String href = element.attr("href");
        switch (element.normalName()) {
          case "p", "h2", "h3", "ul", "ol" ->
              text.append(element.parent() != null && element.parent().is("li") ? "" : "\n\n");
          case "a" -> text.append(href.equals(element.text()) ? "" : " (" + href + ")");
          default -> {}
        }
      }
    }
  }
}
