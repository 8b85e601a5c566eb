package jeton.server.request;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.util.Optional;
import org.springframework.http.MediaType;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.stereotype.Component;

/** Whoever is signed in may send more: whole sequences, and files. */
@Component
class OwnerBodyLimit implements BodyLimit {
  private static final Most WORDS = new Most(16L << 20, 0, Duration.ofMinutes(1));
  // What a file may have, and what beyond it is read so that its sender gets to know.
  private static final Most FILE = new Most(201L << 20, 120L << 20, Duration.ofMinutes(60));

  @Override
  public Optional<Most> of(HttpServletRequest request) {
    if (!request.getRequestURI().startsWith("/api/") || !isSignedIn(request)) {
      return Optional.empty();
    }
    String type = String.valueOf(request.getContentType());
    return Optional.of(type.startsWith(MediaType.APPLICATION_OCTET_STREAM_VALUE) ? FILE : WORDS);
  }

  private static boolean isSignedIn(HttpServletRequest request) {
    HttpSession session = request.getSession(false);
    return session != null
        && session.getAttribute(HttpSessionSecurityContextRepository.SPRING_SECURITY_CONTEXT_KEY)
            != null;
  }
}
