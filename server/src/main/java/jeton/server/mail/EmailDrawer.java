package jeton.server.mail;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import jeton.server.smtp.RawEmail;

/** Writes claimed emails; implemented by the capability that knows what emails say. */
public interface EmailDrawer {

  /**
   * Prepares the emails of one claim: what they say now, and the personal links in them, which are
   * committed when this returns. A fault of one email is that email's alone.
   *
   * @return by outbox id; one that is no longer to be sent is left out
   * @throws org.springframework.dao.DataAccessException when the database is away
   */
  Map<Long, Drawing> draw(List<Claimed> claimed);

  /** An email claimed for sending, and whom it is for. */
  record Claimed(long outboxId, OutgoingEmail email, Reader reader) {}

  /**
   * Whom an email is for.
   *
   * @param messageId fixed when the email was asked for
   * @param firstName as far as it may be said to this address (S14); empty when not known
   * @param confirmed whether somebody confirmed this address by a link sent to it
   * @param offerName of what the email comes from; empty for none
   */
  record Reader(
      String to,
      String messageId,
      String firstName,
      boolean confirmed,
      boolean untracked,
      String offerName) {}

  /** What became of preparing one email. */
  sealed interface Drawing {

    /** It can be written. */
    non-sealed interface Ready extends Drawing {
      /**
       * The email as octets.
       *
       * @param at its date
       */
      Written write(Instant at);
    }

    /** Its sequence was paused meanwhile: it is kept until that goes on (T14). */
    record Held() implements Drawing {}

    /**
     * It cannot be written.
     *
     * @param why for the owner
     */
    record Failed(String why) implements Drawing {}
  }

  /** A written email and its subject. */
  record Written(String subject, RawEmail email) {}
}
