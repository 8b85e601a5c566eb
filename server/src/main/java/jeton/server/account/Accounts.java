package jeton.server.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import jeton.core.account.GuessingPace;
import jeton.core.confirm.ConfirmationRules;
import jeton.core.email.EmailButton;
import jeton.core.email.EmailContent;
import jeton.server.business.PublicUrl;
import jeton.server.email.OwnerMail;
import jeton.server.problem.Refused;
import jeton.server.problem.TooOften;
import jeton.server.token.Tokens;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Signing in, and getting back in. Guessing is slowed down per network and address and locks nobody
 * out; every attempt is kept for a while, without secrets.
 */
@Service
class Accounts {
  private static final Logger LOG = LoggerFactory.getLogger(Accounts.class);
  private static final Duration RESET_GOOD = Duration.ofMinutes(30);
  private static final Duration KNOWN_FOR = Duration.ofDays(90);

  private final Owners owners;
  private final OwnerStore store;
  private final SignInStore attempts;
  private final OwnerMail mail;
  private final PublicUrl publicUrl;
  private final Sessions sessions;
  private final Clock clock;

  Accounts(
      Owners owners,
      OwnerStore store,
      SignInStore attempts,
      OwnerMail mail,
      PublicUrl publicUrl,
      Sessions sessions,
      Clock clock) {
    this.owners = owners;
    this.store = store;
    this.attempts = attempts;
    this.mail = mail;
    this.publicUrl = publicUrl;
    this.sessions = sessions;
    this.clock = clock;
  }

  /**
   * An attempt to sign in to one's account.
   *
   * @param succeeded whether it was let in
   */
  record SignInLine(Instant at, String network, String agent, boolean succeeded) {}

  /** Where a request comes from: its network, shortened, and the browser's name for itself. */
  record From(String network, String agent) {}

  /**
   * Signs in.
   *
   * @return the owner's id; empty for a wrong address or password
   * @throws TooOften when too many wrong guesses went before, with the time to wait
   */
  Optional<Long> signIn(String email, String password, From from) {
    Instant now = clock.instant();
    SignInStore.Attempt attempt = new SignInStore.Attempt(who(email), from.network(), from.agent());
    long id = attempts.begin(attempt, now);
    Duration pause = pause(attempt, id, now);
    if (!pause.isZero()) {
      attempts.end(id, SignInStore.Outcome.SLOWED, Optional.empty());
      LOG.warn("A sign-in from {} was slowed down", from.network());
      throw new TooOften(
          "Too many wrong tries. Try again in " + Math.max(1, pause.toSeconds() + 1) + " s.",
          pause.plusSeconds(1));
    }
    Optional<Long> owner = owners.check(email, password);
    attempts.end(id, owner.isPresent() ? SignInStore.Outcome.IN : SignInStore.Outcome.WRONG, owner);
    LOG.info("A sign-in from {}: {}", from.network(), owner.isPresent() ? "in" : "wrong");
    return owner;
  }

  private Duration pause(SignInStore.Attempt attempt, long id, Instant now) {
    Instant since = now.minus(GuessingPace.WINDOW);
    boolean known = attempts.isKnownNetwork(attempt, now.minus(KNOWN_FOR));
    return GuessingPace.pause(
        attempts.atAddress(attempt, id, since),
        attempts.fromNetwork(attempt, id, since),
        known ? GuessingPace.Guesses.NONE : attempts.atAddressFromAll(attempt, id, since),
        now);
  }

  private static byte[] who(String email) {
    return Tokens.hash("address " + Owners.key(email));
  }

  /** The newest attempts at an owner's account. */
  List<SignInLine> attempts(long ownerId) {
    return owners.email(ownerId).map(email -> attempts.of(who(email))).orElse(List.of());
  }

  /**
   * Sends an owner a way back in: good once, for half an hour. Whoever asks hears nothing of
   * whether the address is known; the email leaves in the background, so that time tells nothing
   * either.
   */
  @Transactional
  void forgotten(String email) {
    Instant now = clock.instant();
    owners
        .find(email)
        .filter(owner -> mayAsk(owner, now))
        .ifPresent(
            owner -> {
              String token = Tokens.random();
              store.addReset(Tokens.hash(token), owner.id(), now, now.plus(RESET_GOOD));
              mail.sendAfterCommit(Owners.key(email), letter(token));
            });
  }

  /** As often as a confirmation is sent to one address, and no more (S4). */
  private boolean mayAsk(OwnerStore.Owner owner, Instant now) {
    return ConfirmationRules.maySend(
        store.resetsSince(owner.id(), now.minus(ConfirmationRules.WINDOW)), now);
  }

  private EmailContent letter(String token) {
    return new EmailContent(
        "A new password for Jeton",
        "The link is good for half an hour",
        "<p>Hello,</p><p>somebody asked for a new password for your account with Jeton. If it was you,"
            + " press the button within half an hour.</p>"
            + "<p>If it was not, leave this email alone: your password stays as it is.</p>",
        new EmailButton(
            "Choose a new password", EmailButton.Target.LINK, publicUrl.of("/app/reset/" + token)));
  }

  /** Sets a new password by a way back in; whoever was signed in is signed out. */
  @Transactional
  void reset(String token, String password) {
    Instant now = clock.instant();
    long ownerId =
        store
            .reset(Tokens.hash(token), now)
            .orElseThrow(
                () ->
                    new Refused(
                        "token",
                        "no_reset",
                        "This link was used already or has run out. Ask for a new one."));
    owners.set(ownerId, password);
    if (!store.endResets(ownerId, now)) {
      throw new Refused("token", "no_reset", "This link was used already. Ask for a new one.");
    }
    sessions.endAll(ownerId, Optional.empty());
    LOG.info("A password was set by a link sent by email");
  }

  /** Changes a password; everybody else who is signed in to the account is signed out. */
  @Transactional
  void change(long ownerId, String present, String wanted, String sessionId) {
    owners.change(ownerId, present, wanted);
    sessions.endAll(ownerId, Optional.of(sessionId));
    LOG.info("A password was changed");
  }
}
