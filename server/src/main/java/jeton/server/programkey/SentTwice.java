package jeton.server.programkey;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import jeton.server.database.Background;
import jeton.server.request.Refusal;
import jeton.server.token.Tokens;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.web.util.ContentCachingResponseWrapper;

/**
 * A request sent twice under one {@code Idempotency-Key} is done once: for a day, the second is
 * answered as the first was (H3). Another request under the same key is refused, and one that comes
 * while the first is being answered is told to wait.
 */
@Component
class SentTwice {
  static final String HEADER = "Idempotency-Key";
  private static final Logger LOG = LoggerFactory.getLogger(SentTwice.class);
  private static final Duration KEPT = Duration.ofHours(24);
  // Nobody takes that long: whoever began with it is gone.
  private static final Duration LONGEST = Duration.ofMinutes(1);
  private static final int MOST_KEY = 200;
  private static final int FORGOTTEN_AT_ONCE = 1_000;
  private static final int SERVER_FAULT = 500;

  private final KeptAnswerStore store;
  private final Clock clock;

  SentTwice(KeptAnswerStore store, Clock clock) {
    this.store = store;
    this.clock = clock;
  }

  /** Does it, or answers as before. */
  void once(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String key = request.getHeader(HEADER);
    if (key == null) {
      chain.doFilter(request, response);
      return;
    }
    if (key.isBlank() || key.length() > MOST_KEY) {
      Refusal.write(
          response, HttpStatus.BAD_REQUEST, HEADER + " is 1 to " + MOST_KEY + " characters long.");
      return;
    }
    byte[] name = Tokens.hash(request.getHeader(HttpHeaders.AUTHORIZATION) + "\n" + key);
    byte[] asked = fingerprint(request);
    Instant now = clock.instant();
    if (store.begin(name, asked, now) || tookOver(name, asked, now)) {
      keep(request, response, chain, name, now);
    } else {
      repeat(response, name, asked);
    }
  }

  private boolean tookOver(byte[] name, byte[] asked, Instant now) {
    Optional<KeptAnswerStore.Kept> kept = store.find(name);
    return kept.filter(
            one ->
                one.at().isBefore(now.minus(one.status().isPresent() ? KEPT : LONGEST))
                    && store.takeOver(name, asked, one.at(), now.minus(KEPT), now))
        .isPresent();
  }

  private void keep(
      HttpServletRequest request,
      HttpServletResponse response,
      FilterChain chain,
      byte[] name,
      Instant at)
      throws ServletException, IOException {
    ContentCachingResponseWrapper caught = new ContentCachingResponseWrapper(response);
    boolean isKept = false;
    try {
      chain.doFilter(request, caught);
      // What failed, or was not done, may be sent again.
      if (caught.getStatus() < SERVER_FAULT) {
        store.keep(
            name, at, caught.getStatus(), caught.getContentType(), caught.getContentAsByteArray());
        isKept = true;
      }
    } finally {
      if (!isKept) {
        store.drop(name, at);
      }
    }
    caught.copyBodyToResponse();
  }

  private void repeat(HttpServletResponse response, byte[] name, byte[] asked) throws IOException {
    Optional<KeptAnswerStore.Kept> kept = store.find(name);
    if (kept.isPresent() && !Arrays.equals(kept.get().request(), asked)) {
      Refusal.write(
          response,
          HttpStatus.UNPROCESSABLE_CONTENT,
          "This " + HEADER + " was used for another request.");
      return;
    }
    if (kept.isEmpty() || kept.get().status().isEmpty()) {
      response.setHeader(HttpHeaders.RETRY_AFTER, "1");
      Refusal.write(response, HttpStatus.CONFLICT, "The same request is being answered just now.");
      return;
    }
    response.setStatus(kept.get().status().get());
    kept.get().type().ifPresent(response::setContentType);
    response.getOutputStream().write(kept.get().body());
  }

  /** What was asked; the body has been read before and can be read again. */
  private static byte[] fingerprint(HttpServletRequest request) throws IOException {
    String body = new String(request.getInputStream().readAllBytes(), StandardCharsets.ISO_8859_1);
    return Tokens.hash(request.getMethod() + " " + request.getRequestURI() + "\n" + body);
  }

  /** Forgets what is older than a day. */
  @Scheduled(fixedDelay = 600_000)
  void forget() {
    Background.steps(
        LOG,
        "Kept answers",
        () ->
            store.forgetBefore(clock.instant().minus(KEPT), FORGOTTEN_AT_ONCE)
                >= FORGOTTEN_AT_ONCE);
  }
}
