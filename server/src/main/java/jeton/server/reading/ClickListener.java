package jeton.server.reading;

import java.util.List;
import jeton.core.email.LinkTag;
import jeton.server.mail.OutgoingEmail;

/** Hears of clicks on links in emails, in the transaction that counts them. */
public interface ClickListener {

  /**
   * A person clicked.
   *
   * @param changes what the email says this link gives and takes
   */
  void clicked(OutgoingEmail email, List<LinkTag> changes);
}
