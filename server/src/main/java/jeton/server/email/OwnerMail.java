package jeton.server.email;

import jakarta.annotation.PreDestroy;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import jeton.core.email.EmailContent;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * Emails to those who work here, past the outbox, which is for people on the list. They are sent in
 * the background; one that does not leave is noted in the log, and asked for again by whoever
 * misses it.
 */
@Service
public class OwnerMail {
  private static final Logger LOG = LoggerFactory.getLogger(OwnerMail.class);
  private final TestMail mail;
  private final ExecutorService sending =
      Executors.newSingleThreadExecutor(
          work -> {
            Thread thread = new Thread(work, "owner-mail");
            thread.setDaemon(true);
            return thread;
          });

  OwnerMail(TestMail mail) {
    this.mail = mail;
  }

  /** Sends once the caller's transaction has committed. */
  public void sendAfterCommit(String to, EmailContent content) {
    TransactionSynchronizationManager.registerSynchronization(
        new TransactionSynchronization() {
          @Override
          public void afterCommit() {
            sending.execute(() -> send(to, content));
          }
        });
  }

  /**
   * Sends one at once.
   *
   * @param stopLink where one stops getting them (RFC 8058)
   * @return whether the mail server took it
   */
  public boolean send(String to, EmailContent content, Optional<String> stopLink) {
    try {
      return mail.sendOurs(to, content, stopLink).sent();
    } catch (RuntimeException notSent) {
      LOG.error("An email to an owner could not be sent: {}", notSent.getClass().getName());
      return false;
    }
  }

  /** What one would look like. */
  public String html(EmailContent content) {
    return mail.ours("", content).html();
  }

  private void send(String to, EmailContent content) {
    if (!send(to, content, Optional.empty())) {
      LOG.error("An email to an owner did not leave; look at Setup, Sending");
    }
  }

  @PreDestroy
  void stop() {
    sending.shutdown();
  }
}
