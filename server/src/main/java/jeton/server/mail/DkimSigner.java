package jeton.server.mail;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.MessageDigest;
import java.security.PrivateKey;
import java.security.Provider;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.conscrypt.Conscrypt;

/**
 * Signs emails by RFC 6376: rsa-sha256 over relaxed headers and a relaxed body. Of our own because
 * the libraries there are copy and parse each email several times: see docs/decisions/0007.
 */
final class DkimSigner {
  private static final Set<String> SIGNED =
      Set.of(
          "from",
          "to",
          "reply-to",
          "date",
          "message-id",
          "subject",
          "mime-version",
          "content-type",
          "list-unsubscribe",
          "list-unsubscribe-post");
  private static final Provider NATIVE = Conscrypt.isAvailable() ? Conscrypt.newProvider() : null;
  private static final Base64.Encoder BASE64 = Base64.getEncoder();
  private final String domain;
  private final String selector;
  private final ThreadLocal<Signature> signatures;

  DkimSigner(String domain, String selector, byte[] privateKey) {
    this.domain = domain;
    this.selector = selector;
    this.signatures = ThreadLocal.withInitial(() -> signature(privateKey));
  }

  /** By the native library where there is one for this machine: several times as fast. */
  private static Signature signature(byte[] privateKey) {
    PKCS8EncodedKeySpec key = new PKCS8EncodedKeySpec(privateKey);
    try {
      return Conscrypt.isAvailable()
          ? signature(
              KeyFactory.getInstance("RSA", NATIVE).generatePrivate(key),
              Signature.getInstance("SHA256withRSA", NATIVE))
          : signature(
              KeyFactory.getInstance("RSA").generatePrivate(key),
              Signature.getInstance("SHA256withRSA"));
    } catch (GeneralSecurityException unusable) {
      throw new IllegalStateException("The signing key cannot be used", unusable);
    }
  }

  private static Signature signature(PrivateKey key, Signature signature)
      throws GeneralSecurityException {
    signature.initSign(key);
    return signature;
  }

  /** The email with its signature in front. */
  RawEmail sign(RawEmail email) {
    try {
      List<RawEmail.Header> signed =
          email.headers().stream()
              .filter(header -> SIGNED.contains(header.name().toLowerCase(Locale.ROOT)))
              .toList();
      String names =
          String.join(":", signed.stream().map(h -> h.name().toLowerCase(Locale.ROOT)).toList());
      byte[] bodyHash = MessageDigest.getInstance("SHA-256").digest(relaxed(email.body()));
      String unsigned =
          "v=1; a=rsa-sha256; c=relaxed/relaxed; d=%s; s=%s;\r\n h=%s;\r\n bh=%s;\r\n b="
              .formatted(domain, selector, names, BASE64.encodeToString(bodyHash));
      Signature signature = signatures.get();
      StringBuilder data = new StringBuilder();
      signed.forEach(header -> data.append(relaxed(header)).append("\r\n"));
      data.append(relaxed(new RawEmail.Header("DKIM-Signature", unsigned)));
      signature.update(data.toString().getBytes(StandardCharsets.US_ASCII));
      String b = BASE64.encodeToString(signature.sign());
      return email.with(new RawEmail.Header("DKIM-Signature", unsigned + folded(b)));
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(
          "An email could not be signed: " + everyJdkHasIt.getMessage(), everyJdkHasIt);
    }
  }

  /** RFC 6376, 3.4.2: name in small letters, unfolded, blanks in a row one, none at the ends. */
  private static String relaxed(RawEmail.Header header) {
    String value = header.value().replace("\r\n", "").replaceAll("[ \\t]+", " ").strip();
    return header.name().toLowerCase(Locale.ROOT) + ":" + value;
  }

  /**
   * RFC 6376, 3.4.4: blanks in a row one, none at a line's end, no empty lines at the end, one
   * CRLF.
   */
  static byte[] relaxed(byte[] body) {
    Octets relaxed = new Octets(body.length + 2);
    int emptyLines = 0;
    boolean blank = false;
    for (byte octet : body) {
      if (octet == '\r') {
        continue;
      }
      if (octet == '\n') {
        emptyLines++;
        blank = false;
      } else if (octet == ' ' || octet == '\t') {
        blank = true;
      } else {
        for (; emptyLines > 0; emptyLines--) {
          relaxed.write('\r');
          relaxed.write('\n');
        }
        if (blank) {
          relaxed.write(' ');
        }
        relaxed.write(octet);
        blank = false;
      }
    }
    if (relaxed.size() > 0) {
      relaxed.write('\r');
      relaxed.write('\n');
    }
    return relaxed.toArray();
  }

  private static String folded(String base64) {
    return base64.replaceAll("(.{72})", "$1\r\n ");
  }
}
