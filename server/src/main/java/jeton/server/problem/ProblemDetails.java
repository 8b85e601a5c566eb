package jeton.server.problem;

import java.net.URI;
import java.util.List;
import jeton.core.problem.Problem;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;

/**
 * Faults as problem details (RFC 9457). {@code problems} lists each with its field, code and
 * sentence.
 */
public final class ProblemDetails {
  private ProblemDetails() {}

  /** What somebody gave that cannot be taken. */
  public static ProblemDetail of(Refused refused) {
    ProblemDetail detail = of(HttpStatus.UNPROCESSABLE_CONTENT, "refused", refused.getMessage());
    detail.setProperty("problems", refused.problems());
    return detail;
  }

  /** Something that is not there. */
  public static ProblemDetail of(NotThere notThere) {
    return of(HttpStatus.NOT_FOUND, "not-there", notThere.getMessage());
  }

  /** A body that could not be read. */
  public static ProblemDetail unreadable() {
    ProblemDetail detail =
        of(
            HttpStatus.BAD_REQUEST,
            "unreadable",
            "What was sent could not be read. Nothing was changed.");
    detail.setProperty(
        "problems", List.of(new Problem("", "unreadable", "Not the JSON that is expected here.")));
    return detail;
  }

  /** Any other fault, by its kind. */
  public static ProblemDetail of(HttpStatus status, String type, String message) {
    ProblemDetail detail = ProblemDetail.forStatusAndDetail(status, message);
    detail.setType(URI.create("urn:jeton:problem:" + type));
    return detail;
  }
}
