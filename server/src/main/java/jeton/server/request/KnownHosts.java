package jeton.server.request;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.util.Locale;
import java.util.regex.Pattern;
import jeton.server.business.PublicUrl;
import org.springframework.http.MediaType;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Answers only to names we know: that of JETON_PUBLIC_URL, this machine's own, and bare addresses. A
 * name that somebody pointed at us is not believed, so that their pages cannot speak to us in its
 * name (RFC 9110, 15.5.20: misdirected request).
 */
final class KnownHosts extends OncePerRequestFilter {
  private static final int MISDIRECTED = 421;
  private static final Pattern BARE_ADDRESS =
      Pattern.compile("\\d{1,3}(\\.\\d{1,3}){3}|\\[[0-9a-f:.]+]");

  private final PublicUrl publicUrl;
  private final Install install;

  KnownHosts(PublicUrl publicUrl, Install install) {
    this.publicUrl = publicUrl;
    this.install = install;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (request.getHeader("X-Forwarded-For") != null) {
      // A proxy that is named was believed before, and its header taken out.
      install.seenUnnamedProxy();
    }
    String host = request.getHeader("Host");
    if (host == null || isKnown(withoutPort(host.toLowerCase(Locale.ROOT)))) {
      chain.doFilter(request, response);
      return;
    }
    response.setStatus(MISDIRECTED);
    response.setContentType(MediaType.TEXT_PLAIN_VALUE);
    response
        .getWriter()
        .write("Jeton does not answer to this name. Name it in JETON_PUBLIC_URL.\n");
  }

  private boolean isKnown(String host) {
    return host.equals("localhost")
        || BARE_ADDRESS.matcher(host).matches()
        || host.equals(URI.create(publicUrl.of("/")).getHost());
  }

  private static String withoutPort(String host) {
    int colon = host.lastIndexOf(':');
    return colon > host.lastIndexOf(']') ? host.substring(0, colon) : host;
  }
}
