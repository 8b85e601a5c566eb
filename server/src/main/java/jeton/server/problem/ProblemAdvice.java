package jeton.server.problem;

import jakarta.servlet.http.HttpServletRequest;
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

/** Says every fault of the API as problem details. */
@RestControllerAdvice
class ProblemAdvice {
  private static final Logger LOG = LoggerFactory.getLogger(ProblemAdvice.class);

  @ExceptionHandler
  ResponseEntity<ProblemDetail> refused(Refused refused) {
    return answer(ProblemDetails.of(refused));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> changed(ChangedMeanwhile changed) {
    return answer(
        ProblemDetails.of(HttpStatus.CONFLICT, "changed-meanwhile", changed.getMessage()));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> notThere(NotThere notThere) {
    return answer(ProblemDetails.of(notThere));
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> tooOften(TooOften often) {
    ProblemDetail detail =
        ProblemDetails.of(HttpStatus.TOO_MANY_REQUESTS, "too-often", often.getMessage());
    return ResponseEntity.status(detail.getStatus())
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .header(HttpHeaders.RETRY_AFTER, Long.toString(often.pause().toSeconds()))
        .body(detail);
  }

  @ExceptionHandler
  ResponseEntity<ProblemDetail> unreadable(
      HttpMessageNotReadableException unreadable, HttpServletRequest request) {
    LOG.debug("Unreadable body at {}: {}", request.getRequestURI(), unreadable.getMessage());
    return answer(ProblemDetails.unreadable());
  }

  private static ResponseEntity<ProblemDetail> answer(ProblemDetail detail) {
    return ResponseEntity.status(detail.getStatus())
        .contentType(MediaType.APPLICATION_PROBLEM_JSON)
        .body(detail);
  }
}
