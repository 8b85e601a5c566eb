package jeton.server.markup;

import static jeton.server.markup.EmailParts.escape;

import ch.digitalfondue.mjml4j.Mjml4j;
import java.util.stream.Collectors;
import jeton.core.email.EmailBlock;
import jeton.core.form.Contrast;
import jeton.server.business.PublicUrl;

/** An email in the frame of the business's colours, as responsive HTML made through MJML. */
final class FramedHtml implements EmailBlock.Visitor<String> {
  // A token and our name: drawn without a picture, which many mailboxes hold back.
  private static final String OUR_MARK =
      "<mj-text font-size=\"17px\" font-weight=\"600\" css-class=\"mark\" padding=\"2px 28px 12px\">"
          + "<span style=\"display:inline-block;width:5px;height:5px;border:6px solid #B07A2A;"
          + "border-radius:50%;vertical-align:-2px\"></span>&#160; Jeton</mj-text>";

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
          <mj-body background-color="#F5F0E6" width="600px">
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
        // The hidden line in the colour of its ground would look like something to hide.
        .replace("font-size:1px;color:#ffffff;", "font-size:1px;color:#1C2A26;")
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
      if (block instanceof EmailBlock.Columns) {
        close(sections, open);
        sections.append(block.accept(this));
      } else {
        open.append(block.accept(this));
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

  @Override
  public String columns(EmailBlock.Columns columns) {
    return columns.columns().stream()
        .map(
            column ->
                column.blocks().stream()
                    .map(block -> block.accept(this))
                    .collect(Collectors.joining("", "<mj-column>", "</mj-column>")))
        .collect(Collectors.joining("", "<mj-section padding=\"0\">", "</mj-section>"));
  }

  @Override
  public String text(EmailBlock.Text text) {
    return text(text.html());
  }

  @Override
  public String button(EmailBlock.Button button) {
    return button(button.label(), EmailParts.href(button));
  }

  @Override
  public String fileLink(EmailBlock.FileLink link) {
    return text("<p><a href=\"{{pass_link}}\">" + escape(link.label()) + "</a></p>");
  }

  @Override
  public String divider(EmailBlock.Divider divider) {
    return "<mj-divider border-width=\"1px\" border-color=\"#E4DDCD\" padding=\"10px 28px\" />";
  }

  @Override
  public String social(EmailBlock.Social social) {
    return text(
        social.links().stream()
            .map(link -> "<a href=\"" + escape(link.href()) + "\">" + escape(link.name()) + "</a>")
            .collect(Collectors.joining(" · ", "<p>", "</p>")));
  }

  private static String text(String html) {
    return "<mj-text css-class=\"words\">" + html + "</mj-text>";
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
    return new FramedGift(parts.gift(), this::button).drawn()
        + button(EmailParts.incentiveLabel(incentive), "{{pass_link}}");
  }

  @Override
  public String picture(EmailBlock.Picture picture) {
    if (picture.picture().isBlank()) {
      return "";
    }
    String href = picture.href().isBlank() ? "" : " href=\"" + escape(picture.href()) + "\"";
    return "<mj-image padding=\"10px 28px\" border-radius=\"8px\" src=\""
        + escape(EmailParts.picture(publicUrl, picture.picture()))
        + "\" alt=\""
        + escape(picture.alt())
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
    if (parts.ours()) {
      return OUR_MARK;
    }
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
