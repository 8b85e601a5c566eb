package jeton.server.request;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.net.URI;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Locale;
import java.util.regex.Pattern;
import jeton.server.business.PublicUrl;
import org.springframework.http.MediaType;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The first to see a request. What cannot be read is refused. Answers only to names we know: that
 * of JETON_PUBLIC_URL, this machine's own, and bare addresses. A name that somebody pointed at us
 * is not believed, so that their pages cannot speak to us in its name (RFC 9110, 15.5.20:
 * misdirected request).
 */
final class Gate extends OncePerRequestFilter {
  private static final int MISDIRECTED = 421;
  private static final Pattern ENCODED_DOT = Pattern.compile("%2e", Pattern.CASE_INSENSITIVE);
  // Health has parts, and they have none.
  private static final Pattern HEALTH_BELOW = Pattern.compile("/actuator/health/[^/]*/.*");
  private static final Pattern BARE_ADDRESS =
      Pattern.compile("\\d{1,3}(\\.\\d{1,3}){3}|\\[[0-9a-f:.]+]");

  private final PublicUrl publicUrl;
  private final Install install;

  Gate(PublicUrl publicUrl, Install install) {
    this.publicUrl = publicUrl;
    this.install = install;
  }

  @Override
  protected void doFilterInternal(
      HttpServletRequest request, HttpServletResponse response, FilterChain chain)
      throws ServletException, IOException {
    if (!isReadable(request)) {
      refuse(response, HttpServletResponse.SC_BAD_REQUEST, "This address cannot be read.\n");
      return;
    }
    if (request.getHeader("X-Forwarded-For") != null) {
      // A proxy that is named was believed before, and its header taken out.
      install.seenUnnamedProxy();
    }
    String host = request.getHeader("Host");
    if (host == null || isKnown(withoutPort(host.toLowerCase(Locale.ROOT)))) {
      chain.doFilter(request, response);
      return;
    }
    refuse(
        response,
        MISDIRECTED,
        "Jeton does not answer to this name. Name it in JETON_PUBLIC_URL.\n");
  }

  private static void refuse(HttpServletResponse response, int status, String words)
      throws IOException {
    response.setStatus(status);
    response.setContentType(MediaType.TEXT_PLAIN_VALUE);
    response.getWriter().write(words);
  }

  /** What cannot be decoded, or pretends to be another path, is nobody's honest address. */
  private static boolean isReadable(HttpServletRequest request) {
    String path = request.getRequestURI();
    return !ENCODED_DOT.matcher(path).find()
        && isDecodable(request.getQueryString())
        && !HEALTH_BELOW.matcher(path).matches();
  }

  private static boolean isDecodable(String query) {
    if (query == null) {
      return true;
    }
    try {
      byte[] octets = new byte[query.length()];
      int n = 0;
      for (int i = 0; i < query.length(); i++) {
        if (query.charAt(i) == '%') {
          octets[n++] = (byte) HexFormat.fromHexDigits(query, i + 1, i + 3);
          i += 2;
        } else {
          octets[n++] = (byte) query.charAt(i);
        }
      }
      StandardCharsets.UTF_8
          .newDecoder()
          .onMalformedInput(CodingErrorAction.REPORT)
          .onUnmappableCharacter(CodingErrorAction.REPORT)
          .decode(ByteBuffer.wrap(octets, 0, n));
      return true;
    } catch (CharacterCodingException | RuntimeException notEncoded) {
      return false;
    }
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
