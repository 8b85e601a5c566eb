package jeton.server.watch;

import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import jeton.server.business.JetonSettings;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * The measures, as Prometheus reads them. For this machine, and for whoever has JETON_METRICS_KEY:
 * they tell a stranger how business goes.
 */
@Hidden
@RestController
class MeasuresApi {
  private static final String CONTENT_TYPE = "text/plain; version=0.0.4; charset=utf-8";
  private final PrometheusMeterRegistry measures;
  private final JetonSettings settings;

  MeasuresApi(PrometheusMeterRegistry measures, JetonSettings settings) {
    this.measures = measures;
    this.settings = settings;
  }

  @GetMapping("/actuator/prometheus")
  void read(HttpServletRequest request, HttpServletResponse response) throws IOException {
    if (!hasKey(request) && !isFromHere(request)) {
      // No word about what would be here.
      response.setStatus(HttpStatus.NOT_FOUND.value());
      return;
    }
    response.setContentType(CONTENT_TYPE);
    measures.scrape(response.getOutputStream(), CONTENT_TYPE);
  }

  private boolean hasKey(HttpServletRequest request) {
    String said = request.getHeader(HttpHeaders.AUTHORIZATION);
    return !settings.metricsKey().isEmpty()
        && said != null
        && MessageDigest.isEqual(
            said.getBytes(StandardCharsets.UTF_8),
            ("Bearer " + settings.metricsKey()).getBytes(StandardCharsets.UTF_8));
  }

  /** Whoever comes through a proxy on this machine does not: a named one says so, others show. */
  private static boolean isFromHere(HttpServletRequest request) throws IOException {
    return request.getHeader("X-Forwarded-For") == null
        && InetAddress.getByName(request.getRemoteAddr()).isLoopbackAddress();
  }
}
