package jeton.server.notice;

import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.server.email.OwnerMail;
import org.springframework.stereotype.Component;

/** How an email leaves for a reader: an owner chooses in Setup, a further address can stop them. */
@Component
class NoticeMail {
  private final OwnerMail mail;
  private final NoticeReaders readers;

  NoticeMail(OwnerMail mail, NoticeReaders readers) {
    this.mail = mail;
    this.readers = readers;
  }

  /** Whether the mail server took it. */
  boolean send(NoticeReader reader, EmailContent content) {
    Optional<String> stop =
        reader.ownerId().isPresent() ? Optional.empty() : Optional.of(readers.page(reader));
    return mail.send(reader.email(), content, stop);
  }
}
