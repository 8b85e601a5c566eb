package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import jeton.core.outsidelist.ServiceDescription;
import jeton.core.signup.EmailAddress;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Asks who left there, from where it was last asked on. Whoever it names is looked up once more
 * before they are taken to have left here: they may be back by now.
 */
@Service
class LeftReading {
  private static final Duration EVERY = Duration.ofMinutes(5);
  private static final int MOST_PAGES = 200;
  private static final int MOST_CURSOR = 500;

  private final OutsideListStore store;
  private final StandingStore standings;
  private final ListTalk talk;
  private final TransactionOperations tx;
  private final Clock clock;

  LeftReading(
      OutsideListStore store,
      StandingStore standings,
      ListTalk talk,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.standings = standings;
    this.talk = talk;
    this.tx = tx;
    this.clock = clock;
  }

  /** Reads what is new, every five minutes, by one instance. */
  void ifDue(OutsideList list) {
    Optional<ServiceDescription.ServiceLeft> left = list.settings().description().left();
    Instant now = clock.instant();
    if (left.isPresent() && store.takesLeft(list.id(), now.minus(EVERY), now)) {
      read(list, left.get());
    }
  }

  /** Reads to the end. */
  void read(OutsideList list, ServiceDescription.ServiceLeft left) {
    String cursor = store.leftCursor(list.id());
    for (int page = 0; page < MOST_PAGES; page++) {
      ListTalk.LeftPage said = talk.left(list, left, cursor);
      boolean isMore = !said.next().equals(cursor) && said.next().length() <= MOST_CURSOR;
      if (said.exchange().meaning() != Exchange.Meaning.TAKEN) {
        return;
      }
      List<String> keys = said.emails().stream().flatMap(LeftReading::key).toList();
      tx.executeWithoutResult(
          status -> {
            standings.dueWhoLeft(list.id(), keys, clock.instant());
            if (isMore) {
              store.leftCursor(list.id(), said.next());
            }
          });
      if (!isMore) {
        return;
      }
      cursor = said.next();
    }
  }

  /** What is no address of ours is nobody's. */
  private static Stream<String> key(String email) {
    try {
      return Stream.of(EmailAddress.parse(email).compareKey());
    } catch (EmailAddress.Refused unreadable) {
      return Stream.empty();
    }
  }
}
