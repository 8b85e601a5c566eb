package jeton.server.programkey;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Clock;
import java.util.Optional;
import jeton.server.business.JetonSettings;
import jeton.server.request.AskLimit;
import jeton.server.request.Refusal;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.filter.OncePerRequestFilter;

/** Stands before what programs ask: how often each key may, and what it sent twice (H3). */
final class ProgramGate extends OncePerRequestFilter {
  // A shop's busiest minute, and a program that catches up; kept by each instance for itself.
  private static final int BURST = 300;
  private static final int PER_MINUTE = 3_000;

  private final ProgramKeys keys;
  private final SentTwice sentTwice;
  private final AskLimit limit;
  private final boolean trustsOwnMachine;

  ProgramGate(ProgramKeys keys, SentTwice sentTwice, JetonSettings settings, Clock clock) {
    this.keys = keys;
    this.sentTwice = sentTwice;
    this.limit = new AskLimit(clock, BURST, PER_MINUTE);
    this.trustsOwnMachine = settings.trustsOwnMachine();
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    Optional<Long> key = keys.id(request.getHeader(HttpHeaders.AUTHORIZATION));
    if (key.isEmpty()) {
      // Refused where it is asked.
      chain.doFilter(request, response);
      return;
    }
    String asker = key.get().toString();
    if (!isTrusted(request) && !limit.take(asker)) {
      long seconds = limit.wait(asker).toSeconds() + 1;
      response.setHeader(HttpHeaders.RETRY_AFTER, Long.toString(seconds));
      Refusal.write(
          response,
          HttpStatus.TOO_MANY_REQUESTS,
          "This key asks too often. Wait for " + seconds + " seconds.");
      return;
    }
    if (request.getMethod().equals("POST")) {
      sentTwice.once(request, response, chain);
    } else {
      chain.doFilter(request, response);
    }
  }

  private boolean isTrusted(HttpServletRequest request) {
    return trustsOwnMachine && request.getRemoteAddr().startsWith("127.");
  }
}
