package jeton.server.dkim;

import jakarta.annotation.PostConstruct;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.KeyPairGenerator;
import java.time.Clock;
import java.time.Instant;
import java.time.YearMonth;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.Locale;
import java.util.Optional;
import jeton.server.business.Business;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.problem.Refused;
import jeton.server.smtp.RawEmail;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Signs emails (DKIM, RFC 6376: rsa-sha256, relaxed/relaxed, 2048 bits) with a key made here. The
 * public half goes into the sender domain's DNS; the private one never leaves the database.
 */
@Service
public class Dkim {
  private static final int BITS = 2048;
  private final DkimStore store;
  private final Business business;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Remembered<Optional<DkimSigner>> signer;

  Dkim(DkimStore store, Business business, ConfigurationVersion configuration, Clock clock) {
    this.store = store;
    this.business = business;
    this.configuration = configuration;
    this.clock = clock;
    signer = new Remembered<>(configuration, this::read);
  }

  /**
   * The key, without its private half.
   *
   * @param record what its DNS record must say
   */
  public record SigningKey(
      String domain, String selector, String name, String record, boolean on, Instant createdAt) {}

  @PostConstruct
  void sealOld() {
    store.sealOld();
  }

  /** The key, if one was made. */
  public Optional<SigningKey> key() {
    return store.find().map(Dkim::key);
  }

  /**
   * Makes a key for the sender's domain. An older one is replaced; signing waits to be turned on.
   */
  @Transactional
  public SigningKey make() {
    String domain = senderDomain();
    if (domain.isEmpty()) {
      throw new Refused(
          "senderEmail", "no_sender", "Fill in the sender's address first: its domain signs.");
    }
    Instant now = clock.instant();
    YearMonth month = YearMonth.from(now.atOffset(ZoneOffset.UTC));
    String selector = "jeton" + month.toString().replace("-", "");
    KeyPair pair = newPair();
    store.put(
        new DkimStore.Row(
            domain,
            selector,
            pair.getPrivate().getEncoded(),
            pair.getPublic().getEncoded(),
            false,
            now));
    configuration.changed();
    return key().orElseThrow();
  }

  /** Starts or stops signing. */
  @Transactional
  public SigningKey turn(boolean on) {
    if (!store.turn(on)) {
      throw new Refused("key", "no_key", "There is no key yet. Make one first.");
    }
    configuration.changed();
    return key().orElseThrow();
  }

  /** The domain emails come from; empty when there is no sender. */
  String senderDomain() {
    String sender = business.now().settings().senderEmail();
    int at = sender.lastIndexOf('@');
    return at < 0 ? "" : sender.substring(at + 1).toLowerCase(Locale.ROOT);
  }

  /** The email, signed if signing is on. */
  public RawEmail signed(RawEmail email) {
    return signer.now().map(signer -> signer.sign(email)).orElse(email);
  }

  private Optional<DkimSigner> read() {
    return store
        .find()
        .filter(DkimStore.Row::on)
        .filter(row -> row.domain().equals(senderDomain()))
        .map(Dkim::signer);
  }

  private static DkimSigner signer(DkimStore.Row row) {
    return new DkimSigner(row.domain(), row.selector(), row.privateKey());
  }

  private static KeyPair newPair() {
    try {
      KeyPairGenerator generator = KeyPairGenerator.getInstance("RSA");
      generator.initialize(BITS);
      return generator.generateKeyPair();
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }

  private static SigningKey key(DkimStore.Row row) {
    return new SigningKey(
        row.domain(),
        row.selector(),
        row.selector() + "._domainkey." + row.domain(),
        "v=DKIM1; k=rsa; p=" + Base64.getEncoder().encodeToString(row.publicKey()),
        row.on(),
        row.createdAt());
  }
}
