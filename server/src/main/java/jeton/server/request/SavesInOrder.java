package jeton.server.request;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Objects;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.IntStream;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Saves of one document from one browser, one after the other as they came in. A page that is
 * closed sends its newest state while the one before is still on its way, and names the version
 * that one will have made: at the same time, the newer would be told that it is out of date.
 */
@Component
@Order(SavesInOrder.AFTER_BODIES)
class SavesInOrder extends OncePerRequestFilter {
  /** Who waits here has its body read already. */
  static final int AFTER_BODIES = 1000;

  private static final int LOCKS = 256;
  private static final long PATIENCE_SECONDS = 5;

  private final ReentrantLock[] locks =
      IntStream.range(0, LOCKS)
          .mapToObj(i -> new ReentrantLock(true))
          .toArray(ReentrantLock[]::new);

  @Override
  protected boolean shouldNotFilter(HttpServletRequest request) {
    return !HttpMethod.PUT.matches(request.getMethod())
        || !request.getRequestURI().startsWith("/api/");
  }

  /** A body that took its time comes through here a second time. */
  @Override
  protected boolean shouldNotFilterAsyncDispatch() {
    return false;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    ReentrantLock lock = lockOf(request);
    boolean mine = await(lock);
    try {
      chain.doFilter(request, response);
    } finally {
      if (mine) {
        lock.unlock();
      }
    }
  }

  private ReentrantLock lockOf(HttpServletRequest request) {
    int hash = Objects.hash(request.getHeader("Cookie"), request.getRequestURI());
    return locks[Math.floorMod(hash, LOCKS)];
  }

  /** Whoever has waited long enough goes on: the version they name still guards what is there. */
  private static boolean await(ReentrantLock lock) {
    try {
      return lock.tryLock(PATIENCE_SECONDS, TimeUnit.SECONDS);
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      return false;
    }
  }
}
