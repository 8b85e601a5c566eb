package jeton.server.outsidelist;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import jeton.core.outsidelist.HandingOn;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionOperations;

/**
 * Tells outside lists about whoever is due, as they are at that moment: told twice, or about
 * several changes at once, it comes to the same. Who is told is claimed and committed first; a
 * claim ends by itself, so that a crash delays and loses nobody.
 */
@Service
class ListSending {
  // Longer than a whole batch of a service that hangs.
  private static final Duration LEASE = Duration.ofMinutes(5);
  private static final int BATCH = 32;

  private final OutsideListStore store;
  private final StandingStore standings;
  private final ListAsking asking;
  private final ListLook look;
  private final ListNoting noting;
  private final TransactionOperations tx;
  private final Clock clock;

  ListSending(
      OutsideListStore store,
      StandingStore standings,
      ListAsking asking,
      ListLook look,
      ListNoting noting,
      TransactionOperations tx,
      Clock clock) {
    this.store = store;
    this.standings = standings;
    this.asking = asking;
    this.look = look;
    this.noting = noting;
    this.tx = tx;
    this.clock = clock;
  }

  /**
   * Tells about a batch of those who are due, several at a time.
   *
   * @return how many that were
   */
  int send(long listId, ExecutorService lanes) {
    Instant now = clock.instant();
    Optional<OutsideList> open =
        store.find(listId).filter(one -> one.isOpen(now)).filter(one -> !isGone(one));
    if (open.isEmpty()) {
      return 0;
    }
    OutsideList list = open.get();
    int most = list.failures() > 0 ? 1 : BATCH;
    List<Standing> batch =
        tx.execute(status -> standings.claim(listId, now, now.plus(LEASE), most));
    if (batch.isEmpty()) {
      return 0;
    }
    List<ListAsking.Done> done = askAll(list, batch, lanes);
    done.stream()
        .filter(one -> one.step() == HandingOn.Step.LEAVE_HERE && one.isTaken())
        .forEach(one -> noting.leftThere(list, one.standing()));
    noting.note(list, done, isRefusedForOurs(list, done));
    return batch.size();
  }

  private static boolean isGone(OutsideList list) {
    return list.trouble().filter(one -> one.kind() == OutsideList.TroubleKind.LIST).isPresent();
  }

  private List<ListAsking.Done> askAll(
      OutsideList list, List<Standing> batch, ExecutorService lanes) {
    List<Future<ListAsking.Done>> coming =
        asking.about(list, batch).stream().map(one -> lanes.submit(one::get)).toList();
    List<ListAsking.Done> done = new ArrayList<>();
    try {
      for (Future<ListAsking.Done> one : coming) {
        done.add(one.get());
      }
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    } catch (ExecutionException fellOver) {
      throw new IllegalStateException(fellOver.getCause());
    }
    return done;
  }

  /** Whether what was chosen turns out not to be there any more: then nobody was refused. */
  private boolean isRefusedForOurs(OutsideList list, List<ListAsking.Done> done) {
    boolean isRefused =
        done.stream()
            .filter(one -> !one.isTaken())
            .flatMap(one -> one.exchange().stream())
            .anyMatch(one -> one.meaning() == Exchange.Meaning.REFUSED);
    if (!isRefused) {
      return false;
    }
    look.afterRefusals(list);
    OutsideList after = store.find(list.id()).orElse(list);
    return isGone(after) || !after.gone().equals(list.gone());
  }
}
