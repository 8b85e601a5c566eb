package jeton.server.page;

import jakarta.servlet.http.HttpServletRequest;
import jeton.core.signup.RequestOrigin;

/**
 * The network a request came from, shortened (S10). Behind a proxy the container has put the
 * visitor's address in.
 */
public final class RequestNetwork {
  private RequestNetwork() {}

  public static String of(HttpServletRequest request) {
    return RequestOrigin.network(request.getRemoteAddr());
  }
}
