package jeton.server.token;

import jakarta.annotation.PostConstruct;
import java.math.BigInteger;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Base64;
import java.util.Optional;
import java.util.OptionalLong;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.springframework.stereotype.Component;

/**
 * Tokens in links. Those that open something are 160 random bits, of which only the SHA-256 is kept
 * (S7, P1). Those by which a person leaves are signed instead (HMAC-SHA-256 with a key of this
 * install): they stand in every email, must work for years, and open nothing.
 */
@Component
public class Tokens {
  private static final SecureRandom RANDOM = new SecureRandom();
  private static final Base64.Encoder TEXT = Base64.getUrlEncoder().withoutPadding();
  private static final int SIGNATURE_BYTES = 16;
  private static final int SHORT_SIGNATURE_BYTES = 10;
  private final SecretStore store;
  private final ThreadLocal<Mac> macs = ThreadLocal.withInitial(Tokens::mac);
  private volatile SecretKeySpec key;

  Tokens(SecretStore store) {
    this.store = store;
  }

  /** A key of another install, or a lost one, is noticed at the start rather than by a visitor. */
  @PostConstruct
  void open() {
    key();
  }

  /** A new token of 160 bits: 27 characters that need no escaping in a URL. */
  public static String random() {
    byte[] bits = new byte[20];
    RANDOM.nextBytes(bits);
    return TEXT.encodeToString(bits);
  }

  /** What is kept of a token or a wording. */
  public static byte[] hash(String token) {
    try {
      return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }

  /** A signed token for a person. */
  public String sign(long personId) {
    byte[] id = ByteBuffer.allocate(Long.BYTES).putLong(personId).array();
    return TEXT.encodeToString(
        ByteBuffer.allocate(Long.BYTES + SIGNATURE_BYTES).put(id).put(signature(id)).array());
  }

  /** Whose token it is; empty for a forged one. */
  public OptionalLong verify(String token) {
    byte[] whole;
    try {
      whole = Base64.getUrlDecoder().decode(token);
    } catch (IllegalArgumentException notBase64) {
      return OptionalLong.empty();
    }
    if (whole.length != Long.BYTES + SIGNATURE_BYTES) {
      return OptionalLong.empty();
    }
    byte[] id = Arrays.copyOf(whole, Long.BYTES);
    byte[] given = Arrays.copyOfRange(whole, Long.BYTES, whole.length);
    return MessageDigest.isEqual(signature(id), given)
        ? OptionalLong.of(ByteBuffer.wrap(id).getLong())
        : OptionalLong.empty();
  }

  /** A short signed token for two numbers, for one purpose only. */
  public String sign(String purpose, long first, long second) {
    byte[] numbers = ByteBuffer.allocate(2 * Long.BYTES).putLong(first).putLong(second).array();
    int skipped = leadingZeros(numbers, 0);
    int skippedToo = leadingZeros(numbers, Long.BYTES);
    ByteBuffer whole =
        ByteBuffer.allocate(1 + 2 * Long.BYTES - skipped - skippedToo + SHORT_SIGNATURE_BYTES);
    whole
        .put((byte) (Long.BYTES - skipped))
        .put(numbers, skipped, Long.BYTES - skipped)
        .put(numbers, Long.BYTES + skippedToo, Long.BYTES - skippedToo)
        .put(signature(purpose, numbers), 0, SHORT_SIGNATURE_BYTES);
    return TEXT.encodeToString(whole.array());
  }

  /** The two numbers of such a token; empty for a forged one. */
  public Optional<Pair> verify(String purpose, String token) {
    byte[] whole;
    try {
      whole = Base64.getUrlDecoder().decode(token);
    } catch (IllegalArgumentException notBase64) {
      return Optional.empty();
    }
    int numbers = whole.length - 1 - SHORT_SIGNATURE_BYTES;
    if (numbers < 0 || numbers > 2 * Long.BYTES || whole[0] < 0 || whole[0] > numbers) {
      return Optional.empty();
    }
    long first = new BigInteger(1, whole, 1, whole[0]).longValue();
    long second = new BigInteger(1, whole, 1 + whole[0], numbers - whole[0]).longValue();
    return sign(purpose, first, second).equals(token)
        ? Optional.of(new Pair(first, second))
        : Optional.empty();
  }

  /** Two numbers that stood in a token. */
  public record Pair(long first, long second) {}

  private static int leadingZeros(byte[] bytes, int from) {
    int n = 0;
    while (n < Long.BYTES && bytes[from + n] == 0) {
      n++;
    }
    return n;
  }

  /** A short text that only we can have written: itself, a dot, and a signature. */
  public String seal(String text) {
    byte[] signature = signature("seal", text.getBytes(StandardCharsets.UTF_8));
    return text + "." + TEXT.encodeToString(signature);
  }

  /** The text of a seal; empty for a forged one. */
  public Optional<String> unseal(String sealed) {
    int dot = sealed.lastIndexOf('.');
    return dot >= 0 && seal(sealed.substring(0, dot)).equals(sealed)
        ? Optional.of(sealed.substring(0, dot))
        : Optional.empty();
  }

  /** The same for one purpose only: what is sealed for one is forged for another. */
  public String seal(String purpose, String text) {
    byte[] signature = signature("seal " + purpose, text.getBytes(StandardCharsets.UTF_8));
    return text + "." + TEXT.encodeToString(signature);
  }

  /** The text of such a seal; empty for a forged one. */
  public Optional<String> unseal(String purpose, String sealed) {
    int dot = sealed.lastIndexOf('.');
    if (dot < 0) {
      return Optional.empty();
    }
    String text = sealed.substring(0, dot);
    boolean ours =
        MessageDigest.isEqual(
            seal(purpose, text).getBytes(StandardCharsets.UTF_8),
            sealed.getBytes(StandardCharsets.UTF_8));
    return ours ? Optional.of(text) : Optional.empty();
  }

  /** A key that is handed to another program, and can be made anew without touching any other. */
  public String handedOutKey(String name) {
    return store
        .find("key " + name)
        .map(TEXT::encodeToString)
        // Until it is made anew, the one of older versions, which came from the install's own key.
        .orElseGet(() -> keyFor(name));
  }

  /** Makes such a key anew; the old one is good for nothing any more. */
  public String renewHandedOutKey(String name) {
    byte[] fresh = new byte[20];
    RANDOM.nextBytes(fresh);
    store.replace("key " + name, fresh);
    return TEXT.encodeToString(fresh);
  }

  /** A key of this install for somebody else's signatures, the same on all instances. */
  public String keyFor(String purpose) {
    return TEXT.encodeToString(signature("key", purpose.getBytes(StandardCharsets.UTF_8)));
  }

  private byte[] signature(byte[] id) {
    return signature("leave", id);
  }

  private byte[] signature(String purpose, byte[] id) {
    try {
      Mac mac = macs.get();
      mac.init(key());
      mac.update(purpose.getBytes(StandardCharsets.US_ASCII));
      return Arrays.copyOf(mac.doFinal(id), SIGNATURE_BYTES);
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }

  private static Mac mac() {
    try {
      return Mac.getInstance("HmacSHA256");
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }

  private SecretKeySpec key() {
    if (key == null) {
      byte[] fresh = new byte[32];
      RANDOM.nextBytes(fresh);
      key = new SecretKeySpec(store.keep("leave", fresh), "HmacSHA256");
    }
    return key;
  }
}
