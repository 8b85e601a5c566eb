package jeton.server.log;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.HexFormat;
import java.util.concurrent.ThreadLocalRandom;
import org.slf4j.MDC;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Numbers each request, so that what was logged of it is found by what was answered: {@code
 * X-Request-Id}. The number is our own; one that was sent along is not believed.
 */
final class RequestNumber extends OncePerRequestFilter {
  static final String MDC_KEY = "request";
  private static final String HEADER = "X-Request-Id";
  private static final int DIGITS = 12;

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    String number = HexFormat.of().toHexDigits(ThreadLocalRandom.current().nextLong(), DIGITS);
    response.setHeader(HEADER, number);
    MDC.put(MDC_KEY, number);
    try {
      chain.doFilter(request, response);
    } finally {
      MDC.remove(MDC_KEY);
    }
  }
}
