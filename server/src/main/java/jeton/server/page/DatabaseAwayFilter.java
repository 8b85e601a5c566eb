package jeton.server.page;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import jeton.server.database.Outage;
import jeton.server.problem.ProblemDetails;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import tools.jackson.databind.json.JsonMapper;

/**
 * What everybody is told while the database is away: to try again, which does no harm. It stands
 * before the sessions, which need the database too.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class DatabaseAwayFilter extends OncePerRequestFilter {
  private static final Logger LOG = LoggerFactory.getLogger(DatabaseAwayFilter.class);
  private static final String TRY_AGAIN_SECONDS = "30";
  private final Pages pages;
  private final JsonMapper json;

  DatabaseAwayFilter(Pages pages, JsonMapper json) {
    this.pages = pages;
    this.json = json;
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
    try {
      chain.doFilter(request, response);
    } catch (ServletException | RuntimeException failure) {
      if (!Outage.isBehind(failure) || response.isCommitted()) {
        throw failure;
      }
      LOG.warn("A request could not be done: the database is away");
      tell(request, response);
    }
  }

  private void tell(HttpServletRequest request, HttpServletResponse response) throws IOException {
    response.resetBuffer();
    response.setStatus(HttpStatus.SERVICE_UNAVAILABLE.value());
    response.setHeader(HttpHeaders.RETRY_AFTER, TRY_AGAIN_SECONDS);
    response.setCharacterEncoding(StandardCharsets.UTF_8);
    if (wantsJson(request)) {
      response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
      json.writeValue(
          response.getWriter(),
          ProblemDetails.of(
              HttpStatus.SERVICE_UNAVAILABLE,
              "database-away",
              "The database cannot be reached just now, so this was not done. Wait a minute and try again: nothing happens twice."));
    } else {
      response.setContentType(MediaType.TEXT_HTML_VALUE);
      response.getWriter().write(pages.render("away", Map.of()));
    }
  }

  private static boolean wantsJson(HttpServletRequest request) {
    String type = String.valueOf(request.getContentType());
    return request.getRequestURI().startsWith("/api/")
        || type.startsWith(MediaType.APPLICATION_JSON_VALUE);
  }
}
