package jeton.server.account;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jeton.core.problem.Problem;
import jeton.core.problem.Problems;
import jeton.core.signup.EmailAddress;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Those who work here: made once, known by a password that only its hash is kept of. */
@Service
public class Owners {
  /** Least characters of a password (NIST SP 800-63B asks for 8; length is all that is asked). */
  public static final int LEAST_PASSWORD = 10;

  private static final int MOST_PASSWORD = 200;
  private static final Duration INVITE_GOOD = Duration.ofDays(2);

  private final OwnerStore store;
  private final PasswordEncoder passwords;
  private final Clock clock;
  private volatile String nobodysHash = "";

  Owners(OwnerStore store, PasswordEncoder passwords, Clock clock) {
    this.store = store;
    this.passwords = passwords;
    this.clock = clock;
  }

  /** Whether anybody can sign in yet. */
  public boolean any() {
    return store.count() > 0;
  }

  /** Makes an owner. */
  @Transactional
  public void make(String email, String password) {
    EmailAddress address = address(email);
    Refused.unlessNone(problems(password));
    if (!store.add(address.compareKey(), passwords.encode(password), clock.instant())) {
      throw new Refused("email", "taken", "Somebody with this address can sign in already.");
    }
  }

  /** A token by which the first owner can be made, once. */
  @Transactional
  public String invite() {
    String token = Tokens.random();
    store.addInvite(Tokens.hash(token), clock.instant().plus(INVITE_GOOD));
    return token;
  }

  /** Makes the owner an invitation was for. */
  @Transactional
  public void accept(String token, String email, String password) {
    if (!store.takeInvite(Tokens.hash(token), clock.instant())) {
      throw new Refused(
          "token",
          "no_invite",
          "This link was used already or has run out. Start Jeton again for a new one.");
    }
    make(email, password);
  }

  /**
   * Checks a password; one kept in an older way is kept in today's from then on.
   *
   * @return the owner's id; empty for a wrong address or password, which take equally long to find
   *     out
   */
  Optional<Long> check(String email, String password) {
    Optional<OwnerStore.Owner> owner = find(email);
    String hash = owner.map(OwnerStore.Owner::passwordHash).orElseGet(this::nobodysHash);
    if (!fits(password, hash) || owner.isEmpty()) {
      return Optional.empty();
    }
    if (passwords.upgradeEncoding(hash)) {
      // Unless it was changed meanwhile: what was typed is then the old one.
      store.renewPassword(owner.get(), passwords.encode(password));
    }
    return owner.map(OwnerStore.Owner::id);
  }

  Optional<OwnerStore.Owner> find(String email) {
    return store.find(key(email));
  }

  static String key(String email) {
    return email.strip().toLowerCase(Locale.ROOT);
  }

  private boolean fits(String password, String hash) {
    return password.getBytes(StandardCharsets.UTF_8).length <= 4 * MOST_PASSWORD
        && passwords.matches(password, hash);
  }

  /** Changes a password, given the one until now. */
  @Transactional
  void change(long ownerId, String present, String wanted) {
    OwnerStore.Owner owner = store.byId(ownerId).orElseThrow(() -> new NotThere("This account"));
    if (!fits(present, owner.passwordHash())) {
      throw new Refused("present", "wrong", "That is not your password. Nothing was changed.");
    }
    Refused.unlessNone(problems(wanted));
    if (!store.renewPassword(owner, passwords.encode(wanted))) {
      throw new Refused(
          "present", "changed", "Your password was changed meanwhile. Nothing was changed now.");
    }
  }

  /** Sets a new password. */
  void set(long ownerId, String wanted) {
    Refused.unlessNone(problems(wanted));
    store.setPassword(ownerId, passwords.encode(wanted));
  }

  /**
   * What a stranger's password is compared with; made when first needed, since it takes a while.
   */
  private String nobodysHash() {
    if (nobodysHash.isEmpty()) {
      nobodysHash = passwords.encode(Tokens.random());
    }
    return nobodysHash;
  }

  /** The address an owner signs in with. */
  public Optional<String> email(long id) {
    return store.email(id);
  }

  private static List<Problem> problems(String password) {
    Problems problems = new Problems();
    problems.when(
        password.length() < LEAST_PASSWORD,
        "password",
        "too_short",
        "A password needs at least " + LEAST_PASSWORD + " characters.");
    problems.when(
        password.length() > MOST_PASSWORD, "password", "too_long", "At most 200 characters.");
    return problems.list();
  }

  private static EmailAddress address(String email) {
    try {
      return EmailAddress.parse(email);
    } catch (EmailAddress.Refused refused) {
      throw new Refused("email", refused.fault().code(), refused.fault().message());
    }
  }
}
