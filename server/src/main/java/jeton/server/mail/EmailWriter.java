package jeton.server.mail;

import ch.digitalfondue.mjml4j.Mjml4j;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Map;
import jeton.core.form.Contrast;
import jeton.core.mail.EmailButton;
import jeton.core.mail.EmailContent;
import jeton.core.mail.FillIn;
import jeton.core.mail.FillInText;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.PublicUrl;
import org.springframework.stereotype.Service;

/**
 * Writes emails: the owner's words in a frame of the business's colours, with the postal address
 * and, but for confirmations, the way to leave at the foot. A version is rendered once (some 12 ms)
 * and filled for each reader.
 */
@Service
public class EmailWriter {
  private static final String FALLBACK_BUTTON = "#16423C";
  private final Business business;
  private final PublicUrl publicUrl;
  private final Cache<Version, EmailTemplate> versions =
      Caffeine.newBuilder().maximumSize(500).build();

  EmailWriter(Business business, PublicUrl publicUrl) {
    this.business = business;
    this.publicUrl = publicUrl;
  }

  private record Version(EmailContent content, boolean mayLeave, BusinessSettings business) {}

  /**
   * What is known of a reader.
   *
   * @param link where the button leads when it confirms or hands over
   * @param leaveLink where the foot leads
   */
  public record Reader(
      String firstName, String email, String offerName, String link, String leaveLink) {}

  /** The email for one reader. */
  public WrittenEmail write(EmailContent content, OutgoingEmail.Kind kind, Reader reader) {
    BusinessSettings settings = business.now().settings();
    boolean mayLeave = kind != OutgoingEmail.Kind.CONFIRMATION;
    EmailTemplate template = versions.get(new Version(content, mayLeave, settings), this::template);
    return template.fill(values(reader, settings));
  }

  private static FillInText.Values values(Reader reader, BusinessSettings settings) {
    Map<FillIn, String> known =
        Map.of(
            FillIn.FIRST_NAME, reader.firstName(),
            FillIn.EMAIL, reader.email(),
            FillIn.OFFER_NAME, reader.offerName(),
            FillIn.BUSINESS_NAME, settings.name(),
            FillIn.CONFIRM_LINK, reader.link(),
            FillIn.PASS_LINK, reader.link(),
            FillIn.LEAVE_LINK, reader.leaveLink());
    return new FillInText.Values(known::get, settings.whenUnknown());
  }

  private EmailTemplate template(Version version) {
    EmailContent content = version.content();
    return new EmailTemplate(content.subject(), content.preview(), html(version), plain(version));
  }

  private String html(Version version) {
    EmailContent content = version.content();
    BusinessSettings settings = version.business();
    String mjml =
        """
        <mjml>
          <mj-head>
            <mj-title>%s</mj-title>
            <mj-preview>%s</mj-preview>
            <mj-attributes>
              <mj-all font-family="Figtree, 'Segoe UI', Helvetica, Arial, sans-serif" />
              <mj-text font-size="16px" line-height="1.5" color="#1C2A26" padding="10px 28px" />
            </mj-attributes>
            <mj-style>p { margin: 0 0 14px } ul, ol { margin: 0 0 14px; padding-left: 22px } a { color: %s }</mj-style>
          </mj-head>
          <mj-body background-color="#F5F0E6" width="600px">
            <mj-section padding="14px 0 0"><mj-column /></mj-section>
            <mj-section background-color="#FFFFFF" border-radius="10px" padding="18px 0">
              <mj-column>%s<mj-text>%s</mj-text>%s</mj-column>
            </mj-section>
            <mj-section padding="6px 0 24px">
              <mj-column><mj-text font-size="13px" color="#5B6B66">%s</mj-text></mj-column>
            </mj-section>
          </mj-body>
        </mjml>
        """
            .formatted(
                escape(content.subject()),
                escape(content.preview()),
                colour(settings),
                logo(settings),
                content.body(),
                button(content.button(), settings),
                foot(version));
    var configuration = new Mjml4j.Configuration("en", Mjml4j.TextDirection.LTR, null);
    return Mjml4j.render(mjml, configuration);
  }

  private String logo(BusinessSettings settings) {
    if (settings.logo().isEmpty()) {
      return "<mj-text font-size=\"15px\" font-weight=\"600\" color=\""
          + colour(settings)
          + "\">"
          + escape(settings.name())
          + "</mj-text>";
    }
    return "<mj-image align=\"left\" width=\"140px\" padding=\"10px 28px\" src=\""
        + escape(publicUrl.of("/pictures/" + settings.logo()))
        + "\" alt=\""
        + escape(settings.name())
        + "\" />";
  }

  private static String button(EmailButton button, BusinessSettings settings) {
    if (button.label().isBlank() || button.target() == EmailButton.Target.NONE) {
      return "";
    }
    String face = colour(settings);
    String ink = Contrast.ratio("#FFFFFF", face) >= Contrast.ENOUGH ? "#FFFFFF" : "#1C2A26";
    return "<mj-button align=\"left\" border-radius=\"8px\" font-size=\"16px\" font-weight=\"600\" inner-padding=\"13px 22px\""
        + " padding=\"6px 28px 14px\" background-color=\""
        + face
        + "\" color=\""
        + ink
        + "\" href=\""
        + escape(href(button))
        + "\">"
        + escape(button.label())
        + "</mj-button>";
  }

  private static String href(EmailButton button) {
    return switch (button.target()) {
      case LINK -> button.href();
      case PASS -> "{{pass_link}}";
      case CONFIRM -> "{{confirm_link}}";
      case NONE -> "";
    };
  }

  private static String foot(Version version) {
    BusinessSettings settings = version.business();
    String leave = version.mayLeave() ? " · <a href=\"{{leave_link}}\">Leave the list</a>" : "";
    return escape(settings.name() + ", " + settings.postalAddress().replaceAll("\\s*\\R\\s*", ", "))
        + leave;
  }

  private static String plain(Version version) {
    EmailContent content = version.content();
    BusinessSettings settings = version.business();
    StringBuilder text = new StringBuilder(BodyHtml.plain(content.body()));
    EmailButton button = content.button();
    if (!button.label().isBlank() && button.target() != EmailButton.Target.NONE) {
      text.append("\n\n").append(button.label()).append(":\n").append(href(button));
    }
    text.append("\n\n-- \n").append(settings.name()).append('\n').append(settings.postalAddress());
    if (version.mayLeave()) {
      text.append("\n\nLeave the list: {{leave_link}}");
    }
    return text.append('\n').toString();
  }

  private static String colour(BusinessSettings settings) {
    return settings.palette().isEmpty() ? FALLBACK_BUTTON : settings.palette().get(0);
  }

  private static String escape(String text) {
    return text.replace("&", "&amp;")
        .replace("<", "&lt;")
        .replace(">", "&gt;")
        .replace("\"", "&quot;");
  }
}
