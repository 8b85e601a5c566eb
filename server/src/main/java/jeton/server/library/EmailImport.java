package jeton.server.library;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.server.markup.BodyHtml;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.jsoup.nodes.Element;
import org.jsoup.nodes.Node;
import org.jsoup.nodes.TextNode;

/**
 * Makes blocks of somebody's HTML. Words, links and emphasis come along; scripts, styles, frames,
 * pictures from elsewhere (and with them the dots that count opens) and hidden text do not.
 */
final class EmailImport {
  private static final Set<String> WRITING =
      Set.of(
          "p",
          "h1",
          "h2",
          "h3",
          "h4",
          "h5",
          "h6",
          "ul",
          "ol",
          "blockquote",
          "pre",
          "a",
          "strong",
          "b",
          "em",
          "i",
          "span",
          "br",
          "font",
          "u",
          "small",
          "code");
  private static final int MOST_SUBJECT = 200;

  private final List<EmailBlock> blocks = new ArrayList<>();
  private final StringBuilder writing = new StringBuilder();
  private int pictures;

  private EmailImport() {}

  /**
   * What came of it.
   *
   * @param picturesLeftOut how many pictures were left out: they can be uploaded
   */
  record Imported(EmailContent content, int picturesLeftOut) {}

  static Imported of(String html) {
    Document document = Jsoup.parse(html);
    String subject = document.title().strip();
    document
        .select(
            "script, style, head, iframe, object, embed, form, svg, noscript, template, [hidden]")
        .remove();
    document.select("[style~=(?i)display\\s*:\\s*none]").remove();
    EmailImport made = new EmailImport();
    made.walk(document.body());
    made.flush();
    EmailContent content =
        new EmailContent(
            subject.length() > MOST_SUBJECT ? subject.substring(0, MOST_SUBJECT) : subject,
            "",
            EmailContent.Style.FRAMED,
            made.blocks,
            "",
            List.of());
    return new Imported(content, made.pictures);
  }

  private void walk(Element parent) {
    for (Node node : parent.childNodes()) {
      if (node instanceof TextNode words) {
        if (!words.isBlank()) {
          writing.append("<p>").append(escaped(words.text().strip())).append("</p>");
        }
      } else if (node instanceof Element element) {
        element(element);
      }
    }
  }

  private void element(Element element) {
    String name = element.normalName();
    if (name.equals("img")) {
      pictures++;
    } else if (name.equals("hr")) {
      flush();
      blocks.add(EmailBlock.divider());
    } else if (isButton(element)) {
      flush();
      String href = element.attr("href");
      blocks.add(
          EmailBlock.button(
              new EmailButton(cut(element.text().strip()), EmailButton.Target.LINK, href)));
    } else if (WRITING.contains(name)) {
      pictures += element.select("img").size();
      writing.append(asWriting(element));
    } else {
      walk(element);
    }
  }

  /** A link with a background of its own is what others make buttons of. */
  private static boolean isButton(Element element) {
    String style = element.attr("style").toLowerCase(java.util.Locale.ROOT);
    return element.normalName().equals("a")
        && (style.contains("background") || style.contains("padding"))
        && !element.text().isBlank();
  }

  private static String asWriting(Element element) {
    Element copy = element.clone();
    copy.select("b").tagName("strong");
    copy.select("i").tagName("em");
    copy.select("h1").tagName("h2");
    copy.select("h4, h5, h6").tagName("h3");
    String html = BodyHtml.cleaned(copy.outerHtml());
    String name = copy.normalName();
    boolean isInline = !Set.of("p", "h2", "h3", "ul", "ol", "blockquote").contains(name);
    return isInline && !html.isBlank() ? "<p>" + html + "</p>" : html;
  }

  private void flush() {
    String html = BodyHtml.cleaned(writing.toString()).replace("<p></p>", "");
    writing.setLength(0);
    if (!Jsoup.parseBodyFragment(html).text().isBlank()) {
      // Braces of somebody else's fill-ins would be refused as ours.
      blocks.add(EmailBlock.text(html.replace("{{", "{ {").replace("}}", "} }")));
    }
  }

  private static String cut(String label) {
    return label.length() > 80 ? label.substring(0, 80) : label;
  }

  private static String escaped(String text) {
    return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
  }
}
