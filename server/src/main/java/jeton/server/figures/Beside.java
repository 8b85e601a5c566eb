package jeton.server.figures;

import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import java.util.function.Function;
import java.util.function.Supplier;
import jeton.core.numbers.DayRange;

/** What was counted in a range and in the one beside it; both are read at the same time. */
record Beside<T>(T now, T before) {
  static <T> Beside<T> of(DayRange range, DayRange before, Function<DayRange, T> read) {
    Supplier<T> then = meanwhile(() -> read.apply(before));
    return new Beside<>(read.apply(range), then.get());
  }

  /** Begins to read something; what goes wrong with it is thrown where it is asked for. */
  static <T> Supplier<T> meanwhile(Supplier<T> read) {
    CompletableFuture<T> coming = CompletableFuture.supplyAsync(read);
    return () -> {
      try {
        return coming.join();
      } catch (CompletionException failed) {
        if (failed.getCause() instanceof RuntimeException cause) {
          throw cause;
        }
        throw failed;
      }
    };
  }
}
