package jeton.server.account;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import jeton.server.page.RequestNetwork;
import jeton.server.problem.Refused;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out. */
@RestController
@RequestMapping("/api/session")
class AccountApi {
  private final Owners owners;
  private final SecurityContextRepository contexts;

  AccountApi(Owners owners, SecurityContextRepository contexts) {
    this.owners = owners;
    this.contexts = contexts;
  }

  record SignIn(String email, String password) {}

  record Welcome(String token, String email, String password) {}

  /** Who is signed in; without an email nobody is. */
  record Session(Optional<String> email) {}

  /**
   * Also hands out the cookie whose value must come back in the header X-XSRF-TOKEN with every
   * change.
   */
  @GetMapping
  Session get(
      @Parameter(hidden = true) Principal principal, @Parameter(hidden = true) CsrfToken token) {
    token.getToken();
    return new Session(
        principal == null ? Optional.empty() : owners.email(Long.parseLong(principal.getName())));
  }

  @PostMapping
  Session signIn(
      @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
    Optional<Long> owner =
        owners.check(signIn.email(), signIn.password(), RequestNetwork.of(request));
    long id =
        owner.orElseThrow(
            () ->
                new Refused(
                    "password", "wrong", "The address or the password is wrong. Try again."));
    // A session begun by somebody else must not become the owner's.
    if (request.getSession(false) != null) {
      request.changeSessionId();
    }
    SecurityContext context = SecurityContextHolder.createEmptyContext();
    context.setAuthentication(
        UsernamePasswordAuthenticationToken.authenticated(
            Long.toString(id), null, List.of(new SimpleGrantedAuthority("OWNER"))));
    SecurityContextHolder.setContext(context);
    contexts.saveContext(context, request, response);
    return new Session(owners.email(id));
  }

  @PostMapping("/welcome")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void welcome(@RequestBody Welcome welcome) {
    owners.accept(welcome.token(), welcome.email(), welcome.password());
  }

  @DeleteMapping
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    if (request.getSession(false) != null) {
      request.getSession(false).invalidate();
    }
  }
}
