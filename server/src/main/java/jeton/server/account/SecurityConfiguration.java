package jeton.server.account;

import java.util.List;
import java.util.Map;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.boot.web.servlet.AbstractFilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.config.http.SessionCreationPolicy;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder;
import org.springframework.security.crypto.password.Pbkdf2PasswordEncoder.SecretKeyFactoryAlgorithm;
import org.springframework.security.provisioning.InMemoryUserDetailsManager;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.authentication.HttpStatusEntryPoint;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CookieCsrfTokenRepository;
import org.springframework.security.web.csrf.CsrfTokenRequestAttributeHandler;

/** What is open to whom: visitors' addresses to everybody, the owner's API to the signed-in. */
@Configuration
class SecurityConfiguration {
  // Argon2id as OWASP's password storage cheat sheet has it: 19 MiB, two passes, one lane.
  private static final int MEMORY_KIB = 19 * 1024;
  private static final int PASSES = 2;
  private static final int LANES = 1;
  private static final int HASH_BYTES = 32;
  // PBKDF2 with HMAC-SHA-256, as passwords were kept before.
  private static final int OLD_ROUNDS = 600_000;
  private static final int SALT_BYTES = 16;

  private static final List<String> OWNERS = List.of("/api/*", "/app/*", "/ui/*");

  @Bean
  PasswordEncoder passwordEncoder() {
    PasswordEncoder argon2 =
        new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, LANES, MEMORY_KIB, PASSES);
    DelegatingPasswordEncoder encoder =
        new DelegatingPasswordEncoder("argon2id", Map.of("argon2id", argon2));
    encoder.setDefaultPasswordEncoderForMatches(
        new Pbkdf2PasswordEncoder(
            "", SALT_BYTES, OLD_ROUNDS, SecretKeyFactoryAlgorithm.PBKDF2WithHmacSHA256));
    return encoder;
  }

  /** Nobody signs in by way of the framework's own forms: see AccountApi. */
  @Bean
  UserDetailsService noFrameworkUsers() {
    return new InMemoryUserDetailsManager();
  }

  @Bean
  SecurityContextRepository securityContextRepository() {
    return new HttpSessionSecurityContextRepository();
  }

  /** A shop has a key and no session: nothing else is looked at. */
  @Bean
  @Order(0)
  SecurityFilterChain shops(HttpSecurity http) throws Exception {
    return open(http.securityMatcher("/api/coupons/**", "/api/purchases/**", "/api/programs/**"))
        .headers(headers -> headers.disable())
        .securityContext(context -> context.disable())
        .servletApi(api -> api.disable())
        .anonymous(anonymous -> {})
        .build();
  }

  /**
   * The owner's API. A change needs the session cookie and the token that only our own pages can
   * read.
   */
  @Bean
  @Order(1)
  SecurityFilterChain api(HttpSecurity http, SecurityContextRepository contexts) throws Exception {
    CookieCsrfTokenRepository tokens = CookieCsrfTokenRepository.withHttpOnlyFalse();
    tokens.setCookieCustomizer(cookie -> cookie.sameSite("Lax"));
    return http.securityMatcher("/api/**")
        .csrf(
            csrf ->
                csrf.csrfTokenRepository(tokens)
                    .csrfTokenRequestHandler(new CsrfTokenRequestAttributeHandler())
                    .ignoringRequestMatchers("/api/demo/**", "/api/bounces"))
        .authorizeHttpRequests(
            requests ->
                requests
                    .requestMatchers(
                        "/api/session",
                        "/api/session/welcome",
                        "/api/session/forgotten",
                        "/api/session/reset",
                        "/api/openapi.json",
                        "/api/bounces",
                        "/api/demo/**")
                    .permitAll()
                    .requestMatchers(HttpMethod.OPTIONS)
                    .denyAll()
                    .anyRequest()
                    .hasAuthority("OWNER"))
        .securityContext(context -> context.securityContextRepository(contexts))
        .requestCache(cache -> cache.disable())
        .anonymous(anonymous -> {})
        .exceptionHandling(
            faults ->
                faults.authenticationEntryPoint(new HttpStatusEntryPoint(HttpStatus.UNAUTHORIZED)))
        .build();
  }

  /** The interface itself: its own scripts and styles only. */
  @Bean
  @Order(2)
  SecurityFilterChain app(HttpSecurity http) throws Exception {
    return open(http.securityMatcher("/app/**", "/ui/**"))
        .headers(
            headers ->
                headers
                    .contentSecurityPolicy(
                        csp ->
                            csp.policyDirectives(
                                "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:;"
                                    + " font-src 'self' data:; frame-src 'self'; object-src 'none'; base-uri 'self'"))
                    .frameOptions(frame -> frame.sameOrigin()))
        .build();
  }

  /**
   * What visitors meet is open to all, without session or cookie, and sets its own headers: the
   * busiest paths do not even pass the filters.
   */
  @Bean
  static BeanPostProcessor filtersForOwnersOnly() {
    return new BeanPostProcessor() {
      @Override
      public Object postProcessBeforeInitialization(Object bean, String name) {
        if (name.equals("sessionRepositoryFilterRegistration")
            || name.equals("securityFilterChainRegistration")) {
          ((AbstractFilterRegistrationBean<?>) bean).setUrlPatterns(OWNERS);
        }
        return bean;
      }
    };
  }

  private static HttpSecurity open(HttpSecurity http) throws Exception {
    return http.csrf(csrf -> csrf.disable())
        .requestCache(cache -> cache.disable())
        .logout(logout -> logout.disable())
        .sessionManagement(
            sessions -> sessions.sessionCreationPolicy(SessionCreationPolicy.STATELESS))
        .authorizeHttpRequests(requests -> requests.anyRequest().permitAll());
  }
}
