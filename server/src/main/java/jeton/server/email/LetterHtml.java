package jeton.server.email;

import static jeton.server.email.EmailParts.escape;

import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;

/** An email as a person would write it: words and links, no frame and no picture. */
final class LetterHtml {
  private final EmailParts parts;

  LetterHtml(EmailParts parts) {
    this.parts = parts;
  }

  /** With fill-ins for what differs from reader to reader. */
  String html() {
    String blocks =
        parts.content().blocks().stream().map(this::block).collect(Collectors.joining("\n"));
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

  private String block(EmailBlock block) {
    return switch (block.kind()) {
      case TEXT -> block.html();
      case BUTTON -> link(block.label(), EmailParts.href(block));
      case FILE_LINK -> link(block.label(), "{{pass_link}}");
      case INCENTIVE -> link(EmailParts.incentiveLabel(block), "{{pass_link}}");
      case PICTURE -> "";
      case DIVIDER -> "<p>* * *</p>";
      case SOCIAL ->
          block.links().stream()
              .map(link -> link(link.name(), link.href()))
              .collect(Collectors.joining());
      case COLUMNS ->
          block.columns().stream()
              .flatMap(column -> column.blocks().stream().map(this::block))
              .collect(Collectors.joining("\n"));
    };
  }

  private static String link(String label, String href) {
    return label.isBlank() || href.isEmpty()
        ? ""
        : "<p><a href=\"" + escape(href) + "\">" + escape(label) + "</a></p>";
  }
}
