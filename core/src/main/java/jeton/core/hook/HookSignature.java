package jeton.core.hook;

import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * The headers by which a receiver knows a message is ours and fresh (Standard Webhooks 1.0.0:
 * symmetric signatures, HMAC-SHA256).
 */
public final class HookSignature {
  /** Stands before a secret in base64. */
  public static final String PREFIX = "whsec_";

  /** Octets of a secret; the standard asks for 24 to 64. */
  public static final int OCTETS = 32;

  private static final String ALGORITHM = "HmacSHA256";
  private static final String VERSION = "v1,";

  private HookSignature() {}

  /** A secret as it is shown, of random octets. */
  public static String secret(byte[] random) {
    return PREFIX + Base64.getEncoder().encodeToString(random);
  }

  /**
   * The three headers.
   *
   * @param secret as it is shown
   * @param id of the message, the same each time it is tried; without a full stop
   * @param at when it is tried
   * @param body as it is sent
   */
  public static Map<String, String> headers(String secret, String id, Instant at, String body) {
    Map<String, String> headers = new LinkedHashMap<>();
    headers.put("webhook-id", id);
    headers.put("webhook-timestamp", Long.toString(at.getEpochSecond()));
    headers.put(
        "webhook-signature", VERSION + sign(secret, id + "." + at.getEpochSecond() + "." + body));
    return headers;
  }

  private static String sign(String secret, String content) {
    try {
      Mac mac = Mac.getInstance(ALGORITHM);
      byte[] key = Base64.getDecoder().decode(secret.substring(PREFIX.length()));
      mac.init(new SecretKeySpec(key, ALGORITHM));
      return Base64.getEncoder()
          .encodeToString(mac.doFinal(content.getBytes(StandardCharsets.UTF_8)));
    } catch (GeneralSecurityException cannotBe) {
      throw new IllegalStateException(cannotBe);
    }
  }
}
