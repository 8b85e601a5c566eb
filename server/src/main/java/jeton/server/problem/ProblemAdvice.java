package jeton.server.problem;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import java.util.List;
import jeton.core.problem.Problem;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/**
 * Faults as problem details (RFC 9457). {@code problems} lists each with its field, code and
 * sentence.
 */
@RestControllerAdvice
class ProblemAdvice {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

  @ExceptionHandler
  ResponseEntity<ProblemDetail> refused(Refused refused) {
    ProblemDetail detail =
        detail(HttpStatus.UNPROCESSABLE_CONTENT, "refused", refused.getMessage());
    detail.setProperty("problems", refused.problems());
    return answer(detail);
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> changed(ChangedMeanwhile changed) {
    return answer(detail(HttpStatus.CONFLICT, "changed-meanwhile", changed.getMessage()));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> notThere(NotThere notThere) {
    return answer(detail(HttpStatus.NOT_FOUND, "not-there", notThere.getMessage()));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> tooOften(TooOften often) {
    ProblemDetail detail = detail(HttpStatus.TOO_MANY_REQUESTS, "too-often", often.getMessage());
    return ResponseEntity.status(detail.getStatus())
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .header(HttpHeaders.RETRY_AFTER, Long.toString(often.pause().toSeconds()))
        .body(detail);
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> unreadable(
      HttpMessageNotReadableException unreadable, HttpServletRequest request) {
    LOG.debug("Unreadable body at {}: {}", request.getRequestURI(), unreadable.getMessage());
    ProblemDetail detail =
        detail(
            HttpStatus.BAD_REQUEST,
            "unreadable",
            "What was sent could not be read. Nothing was changed.");
    detail.setProperty(
        "problems", List.of(new Problem("", "unreadable", "Not the JSON that is expected here.")));
    return answer(detail);
  }

  private static ProblemDetail detail(HttpStatus status, String type, String message) {
    ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, message);
    detail.setType(URI.create("urn:jeton:problem:" + type));
    return detail;
  }

  private static ResponseEntity<ProblemDetail> answer(ProblemDetail detail) {
    return ResponseEntity.status(detail.getStatus())
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .body(detail);
  }
}
