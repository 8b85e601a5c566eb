package jeton.server.email;

import java.time.Clock;
import java.util.Map;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.offer.OfferKind;
import jeton.core.problem.Problems;
import jeton.server.business.Business;
import jeton.server.mail.OutgoingEmail;
import jeton.server.markup.BodyHtml;
import jeton.server.markup.Gift;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.stereotype.Component;

/** An email as a file to keep or to look at elsewhere: as a made-up reader gets it. */
@Component
public class EmailExport {
  private static final String NOWHERE = "https://example.invalid/";
  private final EmailWriter writer;
  private final Business business;
  private final Clock clock;

  EmailExport(EmailWriter writer, Business business, Clock clock) {
    this.writer = writer;
    this.business = business;
    this.clock = clock;
  }

  /** As HTML. */
  public String html(OutgoingEmail.Kind kind, EmailContent content) {
    return written(kind, content).html();
  }

  /** As a mail (RFC 5322), with both its parts. */
  public byte[] eml(OutgoingEmail.Kind kind, EmailContent content) {
    Composer.Envelope envelope =
        new Composer.Envelope(
            "<" + Tokens.random() + "@example.invalid>",
            "aoife@mail.example",
            kind == OutgoingEmail.Kind.CONFIRMATION
                ? Optional.empty()
                : Optional.of(NOWHERE + "leave"),
            Optional.empty(),
            clock.instant());
    return Composer.compose(written(kind, content), envelope, business.now().settings()).octets();
  }

  private WrittenEmail written(OutgoingEmail.Kind kind, EmailContent content) {
    EmailContent clean = BodyHtml.cleaned(content);
    Problems problems = new Problems();
    clean.check("content", business.now().settings().fillIns().and(OfferKind.fillIns()), problems);
    Refused.unlessNone(problems.list());
    return writer
        .ready(clean, kind, Gift.NONE)
        .write(
            new EmailWriter.Reader(
                "Aoife", "aoife@mail.example", "", NOWHERE + "pass", NOWHERE + "leave", Map.of()));
  }
}
