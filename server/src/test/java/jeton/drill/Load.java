package jeton.drill;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Queue;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import jeton.harness.Http;
import jeton.harness.SampleOffer;
import jeton.standins.mailbox.Mailbox;

/** People who sign up one after the other, several at once, until told to stop. */
final class Load implements AutoCloseable {
  // Nobody presses the button again sooner.
  private static final Duration BEFORE_NEXT = Duration.ofMillis(250);
  private final Queue<String> acknowledged = new ConcurrentLinkedQueue<>();
  private final AtomicInteger refused = new AtomicInteger();
  private final List<Thread> threads = new ArrayList<>();
  private volatile boolean over;

  /**
   * @param where whom to ask next; a server that is away is asked no more until it is back
   */
  Load(int atOnce, String form, Supplier<Http> where) {
    for (int i = 0; i < atOnce; i++) {
      Thread thread =
          new Thread(
              () -> {
                while (!over) {
                  signUp(where.get(), form);
                }
              });
      thread.start();
      threads.add(thread);
    }
  }

  private void signUp(Http visitor, String form) {
    String email = SampleOffer.newAddress();
    try {
      int status =
          visitor
              .form(form, Map.of("email", email, "first_name", "Aoife", "consent", "yes"))
              .status();
      if (status < 400) {
        acknowledged.add(email);
      } else {
        refused.incrementAndGet();
      }
    } catch (RuntimeException | AssertionError away) {
      refused.incrementAndGet();
      LockSupport.parkNanos(BEFORE_NEXT.toNanos());
    }
  }

  @Override
  public void close() {
    over = true;
    for (Thread thread : threads) {
      try {
        thread.join();
      } catch (InterruptedException stopped) {
        Thread.currentThread().interrupt();
      }
    }
  }

  /** Whoever was told that they are signed up. */
  List<String> acknowledged() {
    return List.copyOf(acknowledged);
  }

  /** How many were told to come again, or nothing. */
  int refused() {
    return refused.get();
  }

  /** How many emails each address got, by that number. */
  static Map<Long, Long> emailsByAddress(Mailbox mailbox, List<String> addresses) {
    Map<String, Long> got = new HashMap<>();
    addresses.forEach(address -> got.put(address, (long) mailbox.to(address).size()));
    return got.values().stream().collect(Collectors.groupingBy(n -> n, Collectors.counting()));
  }
}
