package jeton.server.trial;

import jakarta.annotation.PreDestroy;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import jeton.core.trial.Trial;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Notes who met which version. Visitors are kept in memory and written once a second, as views are;
 * a killed process loses that second's, but for whoever signed up.
 */
@Component
public class Seats {
  private static final Logger LOG = LoggerFactory.getLogger(Seats.class);
  private static final int SOME = 1000;
  private static final int MOST = 100_000;
  private final SeatStore store;
  private final Set<Seat> noted = ConcurrentHashMap.newKeySet();

  Seats(SeatStore store) {
    this.store = store;
  }

  /**
   * Somebody before one of two versions.
   *
   * @param visitor by what they were given it: their own random id, or their person's
   * @param reader of an email
   */
  public record Seat(long trialId, String visitor, Trial.Version version, Optional<Reader> reader) {
    /** A visitor's. */
    public static Seat of(VersionTrial trial, String visitor) {
      return new Seat(trial.id(), visitor, trial.versionFor(visitor), Optional.empty());
    }

    /** A reader's. */
    public static Seat of(VersionTrial trial, Reader reader) {
      String person = Long.toString(reader.personId());
      return new Seat(trial.id(), person, trial.versionFor(person), Optional.of(reader));
    }
  }

  /** Whom an email goes to. */
  public record Reader(long personId, long outboxId) {}

  /** Visitors who saw a version; more than can be kept while nothing can be written are let go. */
  public void seen(Seat seat) {
    if (noted.size() < MOST) {
      noted.add(seat);
    }
  }

  /** Readers to whom a version goes out; written at once. Twice is once. */
  public void sent(Collection<Seat> seats) {
    if (!seats.isEmpty()) {
      store.take(seats);
    }
  }

  /** Somebody signed up by a version, in the caller's transaction. */
  public void signedUp(Seat seat, long personId) {
    store.signedUp(seat, personId);
  }

  /** Writes who was noted. */
  @Scheduled(fixedDelay = 1000)
  @PreDestroy
  public synchronized void flush() {
    while (!noted.isEmpty()) {
      List<Seat> taken = noted.stream().limit(SOME).toList();
      try {
        store.take(new ArrayList<>(taken));
      } catch (DataAccessException away) {
        LOG.warn("Who met which version is kept for the next try: {}", away.getMessage());
        return;
      }
      taken.forEach(noted::remove);
    }
  }
}
