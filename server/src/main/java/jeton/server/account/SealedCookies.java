package jeton.server.account;

import java.util.List;
import java.util.Optional;
import jeton.server.token.Tokens;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.stereotype.Component;

/**
 * The session's cookie: its number as the database knows it, and our signature. The key of the
 * signature is not in the database, so that nobody signs in by a copy of it.
 */
@Component
class SealedCookies implements CookieSerializer {
  private static final String PURPOSE = "session";
  private final Tokens tokens;
  private final DefaultCookieSerializer cookies = new DefaultCookieSerializer();

  SealedCookies(Tokens tokens) {
    this.tokens = tokens;
    cookies.setCookieName("jeton");
    cookies.setUseHttpOnlyCookie(true);
    cookies.setSameSite("Lax");
  }

  @Override
  public void writeCookieValue(CookieValue value) {
    String id = value.getCookieValue();
    CookieValue sealed =
        new CookieValue(
            value.getRequest(), value.getResponse(), id.isEmpty() ? "" : tokens.seal(PURPOSE, id));
    sealed.setCookieMaxAge(value.getCookieMaxAge());
    cookies.writeCookieValue(sealed);
  }

  @Override
  public List<String> readCookieValues(jakarta.servlet.http.HttpServletRequest request) {
    return cookies.readCookieValues(request).stream()
        .map(value -> tokens.unseal(PURPOSE, value))
        .flatMap(Optional::stream)
        .toList();
  }
}
