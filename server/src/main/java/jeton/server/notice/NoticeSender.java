package jeton.server.notice;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.notice.HourlyLimit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Sends what is told at once, and digests that are due. Something is claimed in a short
 * transaction, sent outside of it, and settled in another: a process killed in between tells it
 * once more rather than never, and no connection waits for a mail server.
 */
@Component
class NoticeSender {
  private static final Logger LOG = LoggerFactory.getLogger(NoticeSender.class);
  private static final int MOST_LISTED = 30;
  private static final int MOST_TRIES = 40;
  private static final Duration CLAIMED = Duration.ofMinutes(5);
  private static final Duration LONGEST = Duration.ofHours(1);

  private final NoticeStore store;
  private final NoticeReaderStore readerStore;
  private final NoticeEmails emails;
  private final NoticeMail mail;
  private final TransactionOperations tx;
  private final Clock clock;

  NoticeSender(
      NoticeStore store,
      NoticeReaderStore readerStore,
      NoticeEmails emails,
      NoticeMail mail,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.readerStore = readerStore;
    this.emails = emails;
    this.mail = mail;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * Something claimed.
   *
   * @param count how many things are told
   */
  private record Claim(
      NoticeStore.Pile pile,
      NoticeReader reader,
      List<NoticeStore.Line> lines,
      long count,
      Instant to) {

    NoticeStore.Line first() {
      return lines.get(0);
    }
  }

  void look() {
    boolean goesOn = true;
    while (goesOn) {
      Optional<NoticeStore.Pile> pile = store.next(clock.instant());
      goesOn = pile.isPresent() && work(pile.get());
    }
  }

  /** False when the mail server did not take it: the rest can wait a moment. */
  private boolean work(NoticeStore.Pile pile) {
    Optional<Claim> claim = tx.execute(status -> claim(pile));
    if (claim.isEmpty()) {
      return true;
    }
    boolean sent = send(claim.get());
    settle(claim.get(), sent);
    return sent;
  }

  private Optional<Claim> claim(NoticeStore.Pile pile) {
    Instant now = clock.instant();
    Optional<NoticeReader> reader = readerStore.lock(pile.readerId());
    List<NoticeStore.Line> due = store.lines(pile, now, MOST_LISTED);
    if (reader.isEmpty() || due.isEmpty()) {
      return Optional.empty();
    }
    HourlyLimit hour = store.hour(pile).at(now);
    NoticeStore.Line first = due.get(0);
    if (!first.gathered() && hour.left() == 0) {
      store.gather(pile, now, hour.ends());
      return Optional.empty();
    }
    store.keepHour(pile, hour.took(1));
    Instant to = now.plus(CLAIMED);
    if (!first.gathered()) {
      store.later(first.id(), to);
      return Optional.of(new Claim(pile, reader.get(), List.of(first), 1, to));
    }
    long count = store.countGathered(pile, now);
    store.laterGathered(pile, now, to);
    List<NoticeStore.Line> lines = due.stream().filter(NoticeStore.Line::gathered).toList();
    return Optional.of(new Claim(pile, reader.get(), lines, count, to));
  }

  private boolean send(Claim claim) {
    NoticeReader reader = claim.reader();
    if (!reader.isTold()) {
      return true;
    }
    EmailContent content =
        claim.first().gathered()
            ? emails.several(reader, claim.pile().kind(), claim.lines(), claim.count())
            : emails.one(reader, claim.pile().kind(), claim.first());
    return mail.send(reader, content);
  }

  private void settle(Claim claim, boolean sent) {
    int tries = claim.first().tries() + 1;
    if (!sent && tries < MOST_TRIES) {
      again(claim, tries);
      return;
    }
    if (!sent) {
      LOG.error("A notice did not leave in {} tries and is given up", MOST_TRIES);
    }
    if (!claim.first().gathered()) {
      store.done(claim.first().id());
      return;
    }
    while (store.doneGathered(claim.pile(), claim.to()) > 0) {
      // As many at a time as lock nothing for long.
    }
  }

  /** It counts for nothing in its hour, and is tried again. */
  private void again(Claim claim, int tries) {
    Duration pause = Duration.ofMinutes(2L * tries);
    Instant at = clock.instant().plus(pause.compareTo(LONGEST) > 0 ? LONGEST : pause);
    tx.executeWithoutResult(
        status -> {
          readerStore.lock(claim.pile().readerId());
          HourlyLimit hour = store.hour(claim.pile());
          store.keepHour(claim.pile(), new HourlyLimit(hour.began(), Math.max(0, hour.told() - 1)));
          if (claim.first().gathered()) {
            store.gatheredAgain(claim.pile(), claim.to(), at);
          } else {
            store.again(claim.first().id(), at);
          }
        });
  }
}
