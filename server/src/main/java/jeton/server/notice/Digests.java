package jeton.server.notice;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.core.notice.DigestTimes;
import jeton.core.notice.NoticePace;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Sets off digests at their hours and sends them. What a digest tells is fixed by two moments; what
 * an outage kept back is told in the next one.
 */
@Component
class Digests {
  private static final Logger LOG = LoggerFactory.getLogger(Digests.class);
  private static final List<NoticePace> PACES = List.of(NoticePace.DAILY, NoticePace.WEEKLY);
  private static final int MOST_TRIES = 40;
  // What happened before the hour has been written down by then.
  private static final Duration SETTLED = Duration.ofSeconds(30);
  private static final Duration CLAIMED = Duration.ofMinutes(5);

  private final DigestStore store;
  private final NoticeReaders readers;
  private final NoticeReaderStore readerStore;
  private final DigestEmail email;
  private final NoticeMail mail;
  private final TransactionOperations tx;
  private final Clock clock;

  Digests(
      DigestStore store,
      NoticeReaders readers,
      NoticeReaderStore readerStore,
      DigestEmail email,
      NoticeMail mail,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.readers = readers;
    this.readerStore = readerStore;
    this.email = email;
    this.mail = mail;
    this.tx = tx;
    this.clock = clock;
  }

  void look() {
    for (NoticeReader reader : readers.told()) {
      for (NoticePace pace : PACES) {
        if (due(reader, pace).isAfter(reader.toldTo(pace)) && reader.settings().wants(pace)) {
          tx.executeWithoutResult(status -> setOff(reader.id(), pace));
        }
      }
    }
    boolean goesOn = true;
    while (goesOn) {
      Optional<DigestStore.Due> due = tx.execute(status -> claim());
      goesOn = due.isPresent() && send(due.get());
    }
  }

  /** When the next one that is set off already leaves. */
  Optional<Instant> nextDue() {
    return store.nextDue();
  }

  private Instant due(NoticeReader reader, NoticePace pace) {
    return DigestTimes.last(pace, reader.settings(), email.zone(), clock.instant());
  }

  /** Once per hour, whoever is first: what memory says of it may be old. */
  private void setOff(long readerId, NoticePace pace) {
    Optional<NoticeReader> locked = readerStore.lock(readerId);
    if (locked.isEmpty()) {
      return;
    }
    Instant since = locked.get().toldTo(pace);
    Instant until = due(locked.get(), pace);
    if (until.isAfter(since)) {
      store.add(readerId, pace, since, until, until.plus(SETTLED));
      readerStore.toldTo(readerId, pace, until);
    }
  }

  private Optional<DigestStore.Due> claim() {
    Optional<DigestStore.Due> due = store.lockNext(clock.instant());
    due.ifPresent(one -> store.later(one.id(), again(one)));
    return due;
  }

  private Instant again(DigestStore.Due due) {
    return clock.instant().plus(CLAIMED.multipliedBy(Math.min(12, due.tries() + 1L)));
  }

  /** False when the mail server did not take it: the rest can wait a moment. */
  private boolean send(DigestStore.Due due) {
    Optional<NoticeReader> reader = readerStore.find(due.readerId()).filter(NoticeReader::isTold);
    Optional<EmailContent> content =
        reader.flatMap(r -> email.of(r, due.pace(), due.since(), due.until()));
    if (content.isPresent() && !mail.send(reader.get(), content.get())) {
      if (due.tries() + 1 < MOST_TRIES) {
        return false;
      }
      LOG.error("A digest did not leave in {} tries and is given up", MOST_TRIES);
    }
    store.done(due.id());
    return true;
  }

  /** What a reader would be told of the day or the week that ends now. */
  EmailContent sample(NoticeReader reader, NoticePace pace) {
    Instant now = clock.instant();
    Duration back = pace == NoticePace.WEEKLY ? Duration.ofDays(7) : Duration.ofDays(1);
    return email
        .of(reader, pace, now.minus(back), now)
        .orElseGet(() -> email.nothing(reader, pace));
  }
}
