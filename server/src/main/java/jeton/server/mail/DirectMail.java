package jeton.server.mail;

import jeton.server.business.Business;
import jeton.server.dkim.Dkim;
import jeton.server.smtp.MailTransport;
import jeton.server.smtp.RawEmail;
import org.springframework.stereotype.Service;

/** Sends one email at once, past the outbox, and tells what the mail server said. */
@Service
public class DirectMail {
  private final Dkim dkim;
  private final Business business;
  private final MailSettings settings;

  DirectMail(Dkim dkim, Business business, MailSettings settings) {
    this.dkim = dkim;
    this.business = business;
    this.settings = settings;
  }

  /** Signs and sends; never throws for a mail fault. */
  public MailTransport.Answer send(RawEmail email) {
    try (MailTransport transport =
        MailTransport.smtp(() -> business.now().smtp(), settings.deadline())) {
      return transport.send(dkim.signed(email));
    }
  }
}
