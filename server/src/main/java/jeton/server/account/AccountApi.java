package jeton.server.account;

import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import jeton.server.business.Business;
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
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and one's own account. */
@RestController
@RequestMapping("/api")
class AccountApi {
  private final Owners owners;
  private final Accounts accounts;
  private final Sessions sessions;
  private final SecurityContextRepository contexts;
  private final Business business;

  AccountApi(
      Owners owners,
      Accounts accounts,
      Sessions sessions,
      SecurityContextRepository contexts,
      Business business) {
    this.business = business;
    this.owners = owners;
    this.accounts = accounts;
    this.sessions = sessions;
    this.contexts = contexts;
  }

  record SignIn(String email, String password) {}

  /**
   * The first owner.
   *
   * @param zone their browser's, which the business begins in
   */
  record Welcome(String token, String email, String password, Optional<String> zone) {}

  /** Who is signed in; without an email nobody is. */
  record Session(Optional<String> email) {}

  /**
   * Also hands out the cookie whose value must come back in the header X-XSRF-TOKEN with every
   * change.
   */
  @GetMapping("/session")
  Session get(
      @Parameter(hidden = true) Principal principal, @Parameter(hidden = true) CsrfToken token) {
    token.getToken();
    return new Session(
        principal == null ? Optional.empty() : owners.email(Long.parseLong(principal.getName())));
  }

  @PostMapping("/session")
  Session signIn(
      @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
    Accounts.From from = from(request);
    Optional<Long> owner = accounts.signIn(given(signIn.email()), given(signIn.password()), from);
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
    Sessions.begun(request.getSession(), from);
    return new Session(owners.email(id));
  }

  @PostMapping("/session/welcome")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void welcome(@RequestBody Welcome welcome) {
    owners.accept(given(welcome.token()), given(welcome.email()), given(welcome.password()));
    welcome.zone().ifPresent(business::beginIn);
  }

  record Forgotten(String email) {}

  /** Answers the same for every address. */
  @PostMapping("/session/forgotten")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forgotten(@RequestBody Forgotten forgotten) {
    accounts.forgotten(given(forgotten.email()));
  }

  record Reset(String token, String password) {}

  @PostMapping("/session/reset")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void reset(@RequestBody Reset reset) {
    accounts.reset(given(reset.token()), given(reset.password()));
  }

  record PasswordChange(String present, String wanted) {}

  @PutMapping("/account/password")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void change(
      @RequestBody PasswordChange change,
      @Parameter(hidden = true) Principal principal,
      HttpServletRequest request) {
    accounts.change(
        id(principal),
        given(change.present()),
        given(change.wanted()),
        request.getSession().getId());
  }

  /** Where the owner is signed in, and who tried. */
  record AccountView(
      String email, List<Sessions.SessionLine> sessions, List<Accounts.SignInLine> attempts) {}

  @GetMapping("/account")
  AccountView account(@Parameter(hidden = true) Principal principal, HttpServletRequest request) {
    long id = id(principal);
    return new AccountView(
        owners.email(id).orElse(""),
        sessions.of(id, request.getSession().getId()),
        accounts.attempts(id));
  }

  @DeleteMapping("/account/sessions/{key}")
  AccountView end(
      @PathVariable String key,
      @Parameter(hidden = true) Principal principal,
      HttpServletRequest request) {
    sessions.end(id(principal), key);
    return account(principal, request);
  }

  /** Ends all sessions but the one that asks. */
  @DeleteMapping("/account/sessions")
  AccountView endOthers(@Parameter(hidden = true) Principal principal, HttpServletRequest request) {
    sessions.endAll(id(principal), Optional.of(request.getSession().getId()));
    return account(principal, request);
  }

  private static long id(Principal principal) {
    return Long.parseLong(principal.getName());
  }

  private static Accounts.From from(HttpServletRequest request) {
    return new Accounts.From(
        RequestNetwork.of(request),
        Optional.ofNullable(request.getHeader("User-Agent")).orElse(""));
  }

  private static String given(String text) {
    return text == null ? "" : text;
  }

  @DeleteMapping("/session")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void signOut(HttpServletRequest request) {
    if (request.getSession(false) != null) {
      request.getSession(false).invalidate();
    }
  }
}
