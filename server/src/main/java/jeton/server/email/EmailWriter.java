package jeton.server.email;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Map;
import jeton.core.email.EmailContent;
import jeton.core.email.FillIn;
import jeton.core.email.FillInText;
import jeton.core.outside.CampaignTags;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.business.PublicUrl;
import jeton.server.mail.OutgoingEmail;
import jeton.server.markup.EmailParts;
import jeton.server.markup.Gift;
import org.springframework.stereotype.Service;

/**
 * Writes emails: the owner's words in a frame of the business's colours or as a plain letter, with
 * the postal address and, but for confirmations, the way to leave at the foot. A version is
 * rendered once (some 12 ms) and filled for each reader.
 */
@Service
public class EmailWriter {
  private final Business business;
  private final PublicUrl publicUrl;
  private final Links links;
  private final Cache<Version, EmailTemplate> versions =
      Caffeine.newBuilder().maximumSize(500).build();

  EmailWriter(Business business, PublicUrl publicUrl, Links links) {
    this.business = business;
    this.publicUrl = publicUrl;
    this.links = links;
  }

  private record Version(EmailParts parts, boolean followed) {}

  /**
   * What is known of a reader.
   *
   * @param link where the button leads when it confirms or hands over
   * @param leaveLink where the foot leads
   * @param answers to the business's own fields, by key
   */
  public record Reader(
      String firstName,
      String email,
      String offerName,
      String link,
      String leaveLink,
      Map<String, String> answers) {}

  /**
   * A version ready to be filled for many readers. A follow-up goes to thousands: looking it up
   * once per batch rather than once per reader saves comparing its words each time. For one thread.
   */
  public final class Ready {
    private final EmailParts parts;
    private final BusinessSettings settings;
    private final boolean letter;
    private final EmailTemplate plain;
    private EmailTemplate followed;

    private Ready(EmailParts parts) {
      this.parts = parts;
      this.settings = parts.business();
      this.letter = parts.content().style() == EmailContent.Style.LETTER;
      this.plain = versions.get(new Version(parts, false), version -> template(parts));
    }

    /** Whether its readers' answers to own fields are needed. */
    boolean namesAnswers() {
      return plain.namesAnswers();
    }

    /** For a reader whom nobody follows. */
    public WrittenEmail write(Reader reader) {
      return plain.fill(values(reader, settings));
    }

    /** For a reader whose clicks and opens are counted, as far as the business does. */
    public WrittenEmail write(Reader reader, long outboxId) {
      boolean counts = settings.sending().countOpens() && !letter;
      String last = counts ? links.picture(outboxId) : "";
      return (settings.sending().followLinks() ? followed() : plain)
          .fill(values(reader, settings), linkId -> links.address(outboxId, linkId), last);
    }

    private EmailTemplate followed() {
      if (followed == null) {
        followed = versions.get(new Version(parts, true), version -> plain.followed(links::number));
      }
      return followed;
    }
  }

  /** A version as the business is now. */
  public Ready ready(EmailContent content, OutgoingEmail.Kind kind, Gift gift) {
    boolean mayLeave = kind != OutgoingEmail.Kind.CONFIRMATION;
    return new Ready(new EmailParts(content, mayLeave, false, gift, business.now().settings()));
  }

  /** One of our own to somebody who works here, in our own look. It goes out once. */
  WrittenEmail ours(EmailContent content, Reader reader) {
    BusinessSettings settings = business.now().settings();
    return template(new EmailParts(content, false, true, Gift.NONE, settings))
        .fill(values(reader, settings));
  }

  /** What fill-ins stand for, for this reader. */
  public static FillInText.Values values(Reader reader, BusinessSettings settings) {
    Map<FillIn, String> known =
        Map.of(
            FillIn.FIRST_NAME, reader.firstName(),
            FillIn.EMAIL, reader.email(),
            FillIn.OFFER_NAME, reader.offerName(),
            FillIn.BUSINESS_NAME, settings.name(),
            FillIn.CONFIRM_LINK, reader.link(),
            FillIn.PASS_LINK, reader.link(),
            FillIn.LEAVE_LINK, reader.leaveLink());
    return new FillInText.Values(
        fillIn -> known.getOrDefault(fillIn, reader.answers().get(fillIn.key())),
        settings.whenUnknown());
  }

  private EmailTemplate template(EmailParts parts) {
    EmailContent content = parts.content();
    String html = parts.html(publicUrl);
    if (parts.ours() || !parts.business().sending().tagLinks()) {
      return new EmailTemplate(content.subject(), content.preview(), html, parts.plain());
    }
    CampaignTags tags =
        new CampaignTags(parts.business().name(), "email", content.subject(), "", publicUrl.of(""));
    return new EmailTemplate(
        content.subject(), content.preview(), tags.onLinks(html), tags.onAddresses(parts.plain()));
  }
}
