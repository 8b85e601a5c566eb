package jeton.server.dkim;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyFactory;
import java.security.MessageDigest;
import java.security.PrivateKey;
import java.security.Provider;
import java.security.Signature;
import java.security.spec.PKCS8EncodedKeySpec;
import java.util.Base64;
import java.util.Locale;
import java.util.Set;
import java.util.StringJoiner;
import jeton.server.smtp.Octets;
import jeton.server.smtp.RawEmail;
import org.conscrypt.Conscrypt;

/**
 * Signs emails by RFC 6376: rsa-sha256 over relaxed headers and a relaxed body. Of our own because
 * the libraries there are copy and parse each email several times: see docs/decisions/0007.
 */
public final class DkimSigner {
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
  private static final int LINE = 72;
  private final String preamble;
  private final ThreadLocal<Signature> signatures;

  public DkimSigner(String domain, String selector, byte[] privateKey) {
    this.preamble =
        "v=1; a=rsa-sha256; c=relaxed/relaxed; d=%s; s=%s;\r\n h=".formatted(domain, selector);
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
  public RawEmail sign(RawEmail email) {
    try {
      StringJoiner names = new StringJoiner(":");
      StringBuilder data = new StringBuilder();
      for (RawEmail.Header header : email.headers()) {
        String name = header.name().toLowerCase(Locale.ROOT);
        if (SIGNED.contains(name)) {
          names.add(name);
          relaxed(name, header.value(), data);
          data.append("\r\n");
        }
      }
      byte[] bodyHash = MessageDigest.getInstance("SHA-256").digest(relaxed(email.body()));
      String unsigned =
          preamble + names + ";\r\n bh=" + BASE64.encodeToString(bodyHash) + ";\r\n b=";
      Signature signature = signatures.get();
      relaxed("dkim-signature", unsigned, data);
      signature.update(data.toString().getBytes(StandardCharsets.US_ASCII));
      String b = BASE64.encodeToString(signature.sign());
      return email.with(new RawEmail.Header("DKIM-Signature", unsigned + folded(b)));
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(
          "An email could not be signed: " + everyJdkHasIt.getMessage(), everyJdkHasIt);
    }
  }

  /** RFC 6376, 3.4.2: name in small letters, unfolded, blanks in a row one, none at the ends. */
  static void relaxed(String name, String value, StringBuilder data) {
    data.append(name).append(':');
    int start = data.length();
    boolean blank = false;
    for (int i = 0; i < value.length(); i++) {
      char c = value.charAt(i);
      if (c == ' ' || c == '\t') {
        blank = true;
      } else if (c != '\r' && c != '\n') {
        if (blank && data.length() > start) {
          data.append(' ');
        }
        data.append(c);
        blank = false;
      }
    }
  }

  /**
   * RFC 6376, 3.4.4: blanks in a row one, none at a line's end, no empty lines at the end, one
   * CRLF.
   */
  static byte[] relaxed(byte[] body) {
    Octets relaxed = new Octets(body.length + 2);
    int emptyLines = 0;
    boolean blank = false;
    int at = 0;
    while (at < body.length) {
      byte octet = body[at];
      if (octet == '\n') {
        emptyLines++;
        blank = false;
        at++;
      } else if (octet == '\r' || Octets.isBlank(octet)) {
        blank |= octet != '\r';
        at++;
      } else {
        for (; emptyLines > 0; emptyLines--) {
          relaxed.write('\r');
          relaxed.write('\n');
        }
        if (blank) {
          relaxed.write(' ');
        }
        blank = false;
        int end = endOfWords(body, at);
        relaxed.write(body, at, end - at);
        at = end;
      }
    }
    if (relaxed.size() > 0) {
      relaxed.write('\r');
      relaxed.write('\n');
    }
    return relaxed.toArray();
  }

  /** Words with one blank between stand as they are: nearly all of a line, taken in one piece. */
  private static int endOfWords(byte[] body, int from) {
    int to = from + 1;
    while (to < body.length && (isWord(body[to]) || body[to] == ' ' && isWord(body, to + 1))) {
      to++;
    }
    return to;
  }

  private static boolean isWord(byte[] body, int at) {
    return at < body.length && isWord(body[at]);
  }

  private static boolean isWord(byte octet) {
    return octet != '\r' && octet != '\n' && !Octets.isBlank(octet);
  }

  private static String folded(String base64) {
    StringBuilder lines = new StringBuilder(base64.length() + 16);
    for (int from = 0; from < base64.length(); from += LINE) {
      lines.append(from == 0 ? "" : "\r\n ");
      lines.append(base64, from, Math.min(from + LINE, base64.length()));
    }
    return lines.toString();
  }
}
