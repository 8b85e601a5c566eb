package jeton.server.signup;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import jeton.core.problem.Problem;
import jeton.core.signup.EmailAddress;
import jeton.core.signup.VisitorChecks;
import jeton.server.business.Business;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** Looks at an address before it is taken: throw-away domains, and the verification service. */
@Component
class AddressScreen {
  static final String THROW_AWAY = "throw_away";
  private static final String LIST = "signup/throw-away-domains.txt";
  private final Business business;
  private final AddressVerifier verifier;
  private final Set<String> throwAway;

  AddressScreen(Business business, AddressVerifier verifier) {
    this.business = business;
    this.verifier = verifier;
    this.throwAway = read();
  }

  /** What keeps an address from being taken. */
  Optional<Problem> fault(EmailAddress address) {
    VisitorChecks checks = business.now().settings().checks();
    if (checks.throwAway() == VisitorChecks.ThrowAway.REFUSE && isThrowAway(address)) {
      return Optional.of(
          new Problem(
              "email",
              THROW_AWAY,
              "Addresses of this kind last only minutes. Please use one you keep."));
    }
    return checks.verifies() && verifier.isBad(address.send())
        ? Optional.of(
            new Problem(
                "email",
                "not_deliverable",
                "This address does not seem to work. Is it spelt right?"))
        : Optional.empty();
  }

  /** What is odd about an address that is let in all the same. */
  Optional<String> doubt(EmailAddress address) {
    boolean marks = business.now().settings().checks().throwAway() == VisitorChecks.ThrowAway.MARK;
    return marks && isThrowAway(address) ? Optional.of(THROW_AWAY) : Optional.empty();
  }

  /** A listed domain stands for every domain below it. */
  private boolean isThrowAway(EmailAddress address) {
    String domain = address.compareKey().substring(address.compareKey().lastIndexOf('@') + 1);
    while (!domain.isEmpty()) {
      if (throwAway.contains(domain)) {
        return true;
      }
      int dot = domain.indexOf('.');
      domain = dot < 0 ? "" : domain.substring(dot + 1);
    }
    return false;
  }

  private static Set<String> read() {
    try (BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(
                new ClassPathResource(LIST).getInputStream(), StandardCharsets.UTF_8))) {
      return lines
          .lines()
          .filter(line -> !line.isBlank() && !line.startsWith("#"))
          .collect(Collectors.toUnmodifiableSet());
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
