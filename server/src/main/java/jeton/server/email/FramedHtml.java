package jeton.server.email;

import static jeton.server.email.EmailParts.escape;

import ch.digitalfondue.mjml4j.Mjml4j;
import java.util.List;
import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailColumn;
import jeton.core.form.Contrast;
import jeton.server.business.PublicUrl;

/** An email in the frame of the business's colours, as responsive HTML made through MJML. */
final class FramedHtml {
  private final EmailParts parts;
  private final PublicUrl publicUrl;

  FramedHtml(EmailParts parts, PublicUrl publicUrl) {
    this.parts = parts;
    this.publicUrl = publicUrl;
  }

  /** With fill-ins for what differs from reader to reader. */
  String html() {
    String mjml =
        """
        <mjml>
          <mj-head>
            <mj-title>%s</mj-title>
            <mj-preview>%s</mj-preview>
            <mj-attributes>
              <mj-all font-family="Figtree, 'Segoe UI', Helvetica, Arial, sans-serif" />
              <mj-text font-size="16px" line-height="1.5" color="#1C2A26" padding="2px 28px" />
            </mj-attributes>
            <mj-style>%s</mj-style>
          </mj-head>
          <mj-body background-color="#F5F0E6" width="600px" css-class="around">
            <mj-section padding="14px 0 0"><mj-column /></mj-section>
            <mj-wrapper background-color="#FFFFFF" border-radius="10px" padding="18px 0" css-class="paper">%s</mj-wrapper>
            <mj-section padding="6px 0 24px">
              <mj-column><mj-text font-size="13px" color="#5B6B66" css-class="foot">%s</mj-text></mj-column>
            </mj-section>
          </mj-body>
        </mjml>
        """
            .formatted(
                escape(parts.content().subject()),
                escape(parts.content().preview()),
                css(),
                sections(),
                foot());
    // The renderer indents deeply; every octet less counts a million times.
    return Mjml4j.render(mjml, new Mjml4j.Configuration("en", Mjml4j.TextDirection.LTR, null))
        .replaceAll("\\s*\\n\\s*", "\n");
  }

  private String css() {
    return "p { margin: 0 0 14px } h2 { margin: 0 0 10px; font-size: 22px; line-height: 1.25 }"
        + " h3 { margin: 0 0 8px; font-size: 18px; line-height: 1.3 }"
        + " ul, ol { margin: 0 0 14px; padding-left: 22px }"
        + " blockquote { margin: 0 0 14px; padding-left: 14px; border-left: 3px solid #B07A2A }"
        + " a { color: "
        + parts.colour()
        + " } "
        + Dark.STYLE;
  }

  /** Blocks in a row share a section; columns have one of their own. */
  private String sections() {
    StringBuilder sections = new StringBuilder();
    StringBuilder open = new StringBuilder(logo());
    for (EmailBlock block : parts.content().blocks()) {
      if (block.kind() == EmailBlock.Kind.COLUMNS) {
        close(sections, open);
        sections.append(columns(block.columns()));
      } else {
        open.append(block(block));
      }
    }
    close(sections, open);
    return sections.toString();
  }

  private static void close(StringBuilder sections, StringBuilder open) {
    if (!open.isEmpty()) {
      sections
          .append("<mj-section padding=\"0\"><mj-column>")
          .append(open)
          .append("</mj-column></mj-section>");
      open.setLength(0);
    }
  }

  private String columns(List<EmailColumn> columns) {
    return columns.stream()
        .map(
            column ->
                column.blocks().stream()
                    .map(this::block)
                    .collect(Collectors.joining("", "<mj-column>", "</mj-column>")))
        .collect(Collectors.joining("", "<mj-section padding=\"0\">", "</mj-section>"));
  }

  private String block(EmailBlock block) {
    return switch (block.kind()) {
      case TEXT -> text(block.html());
      case BUTTON -> button(block.label(), EmailParts.href(block));
      case PICTURE -> picture(block);
      case FILE_LINK -> text("<p><a href=\"{{pass_link}}\">" + escape(block.label()) + "</a></p>");
      case DIVIDER ->
          "<mj-divider border-width=\"1px\" border-color=\"#E4DDCD\" padding=\"10px 28px\" />";
      case SOCIAL ->
          text(
              block.links().stream()
                  .map(
                      link ->
                          "<a href=\"" + escape(link.href()) + "\">" + escape(link.name()) + "</a>")
                  .collect(Collectors.joining(" · ", "<p>", "</p>")));
      case INCENTIVE -> incentive(block);
      case COLUMNS -> "";
    };
  }

  private static String text(String html) {
    return "<mj-text css-class=\"words\">" + html + "</mj-text>";
  }

  private String incentive(EmailBlock block) {
    String files =
        parts.incentive().files().stream()
            .map(file -> "<br>" + escape(file.name()) + " · " + escape(file.size()))
            .collect(Collectors.joining());
    return text("<p><strong>{{offer_name}}</strong>" + files + "</p>")
        + button(EmailParts.incentiveLabel(block), "{{pass_link}}");
  }

  private String picture(EmailBlock block) {
    if (block.picture().isBlank()) {
      return "";
    }
    String href = block.href().isBlank() ? "" : " href=\"" + escape(block.href()) + "\"";
    return "<mj-image padding=\"10px 28px\" border-radius=\"8px\" src=\""
        + escape(EmailParts.picture(publicUrl, block.picture()))
        + "\" alt=\""
        + escape(block.alt())
        + "\""
        + href
        + " />";
  }

  private String button(String label, String href) {
    if (label.isBlank() || href.isEmpty()) {
      return "";
    }
    String face = parts.colour();
    String ink = Contrast.ratio("#FFFFFF", face) >= Contrast.ENOUGH ? "#FFFFFF" : "#1C2A26";
    return "<mj-button align=\"left\" border-radius=\"8px\" font-size=\"16px\" font-weight=\"600\" inner-padding=\"13px 22px\""
        + " padding=\"6px 28px 14px\" background-color=\""
        + face
        + "\" color=\""
        + ink
        + "\" href=\""
        + escape(href)
        + "\">"
        + escape(label)
        + "</mj-button>";
  }

  private String logo() {
    String name = parts.business().name();
    if (parts.business().logo().isEmpty()) {
      return "<mj-text font-size=\"15px\" font-weight=\"600\" css-class=\"mark\" color=\""
          + parts.colour()
          + "\">"
          + escape(name)
          + "</mj-text>";
    }
    return "<mj-image align=\"left\" width=\"140px\" padding=\"10px 28px\" src=\""
        + escape(EmailParts.picture(publicUrl, parts.business().logo()))
        + "\" alt=\""
        + escape(name)
        + "\" />";
  }

  private String foot() {
    String leave = parts.mayLeave() ? " · <a href=\"{{leave_link}}\">Leave the list</a>" : "";
    return escape(parts.address()) + leave;
  }
}
