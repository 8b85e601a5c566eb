package jeton.server.reading;

import jeton.server.mail.OutgoingEmail;

/** Hears of emails that were opened, in the transaction that counts it. */
public interface OpenListener {

  /** A person opened it, for the first time as far as is known. */
  void opened(OutgoingEmail email);
}
