package jeton.server.markup;

import static jeton.server.markup.EmailParts.escape;

import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;

/** An email as a person would write it: words and links, no frame and no picture. */
final class LetterHtml implements EmailBlock.Visitor<String> {
  private final EmailParts parts;

  LetterHtml(EmailParts parts) {
    this.parts = parts;
  }

  /** With fill-ins for what differs from reader to reader. */
  String html() {
    String blocks =
        parts.content().blocks().stream()
            .map(block -> block.accept(this))
            .collect(Collectors.joining("\n"));
    String leave = parts.mayLeave() ? "<br><a href=\"{{leave_link}}\">Leave the list</a>" : "";
    return """
        <!doctype html>
        <html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
        <title>%s</title>
        <style>p { margin: 0 0 14px } %s</style></head>
        <body class="letter" style="margin:0;padding:16px;font:16px/1.5 Helvetica,Arial,sans-serif;color:#1C2A26;max-width:620px">
        <div style="display:none;max-height:0;overflow:hidden">%s</div>
        %s
        <p style="font-size:13px;color:#5B6B66">%s%s</p>
        </body></html>
        """
        .formatted(
            escape(parts.content().subject()),
            Dark.STYLE,
            escape(parts.content().preview()),
            blocks,
            escape(parts.address()),
            leave);
  }

  @Override
  public String text(EmailBlock.Text text) {
    return text.html();
  }

  @Override
  public String button(EmailBlock.Button button) {
    return link(button.label(), EmailParts.href(button));
  }

  @Override
  public String picture(EmailBlock.Picture picture) {
    return "";
  }

  @Override
  public String fileLink(EmailBlock.FileLink link) {
    return link(link.label(), "{{pass_link}}");
  }

  @Override
  public String divider(EmailBlock.Divider divider) {
    return "<p>* * *</p>";
  }

  @Override
  public String columns(EmailBlock.Columns columns) {
    return columns.columns().stream()
        .flatMap(column -> column.blocks().stream().map(block -> block.accept(this)))
        .collect(Collectors.joining("\n"));
  }

  @Override
  public String social(EmailBlock.Social social) {
    return social.links().stream()
        .map(link -> link(link.name(), link.href()))
        .collect(Collectors.joining());
  }

  /**
   * What its newest entries are is known when the email is set off: they are blocks of their own.
   */
  @Override
  public String feed(EmailBlock.Feed feed) {
    return "";
  }

  @Override
  public String incentive(EmailBlock.Incentive incentive) {
    return LetterGift.drawn(parts.gift())
        + link(EmailParts.incentiveLabel(incentive), "{{pass_link}}");
  }

  private static String link(String label, String href) {
    return label.isBlank() || href.isEmpty()
        ? ""
        : "<p><a href=\"" + escape(href) + "\">" + escape(label) + "</a></p>";
  }
}
