package jeton.server.request;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;

/** A problem (RFC 9457), told before anything was asked. */
public final class Refusal {
  private Refusal() {}

  /** Writes it; {@code words} have no quotes in them. */
  public static void write(HttpServletResponse response, HttpStatus status, String words)
      throws IOException {
    response.setStatus(status.value());
    response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
    response.setCharacterEncoding("UTF-8");
    response.getWriter().write("{\"status\":" + status.value() + ",\"detail\":\"" + words + "\"}");
  }
}
