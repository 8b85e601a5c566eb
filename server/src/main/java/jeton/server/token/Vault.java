package jeton.server.token;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.util.Arrays;
import java.util.Base64;
import javax.crypto.Cipher;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import jeton.server.business.JetonSettings;
import jeton.server.disk.Durable;
import org.springframework.stereotype.Component;

/**
 * Encrypts the secrets that are kept in the database (AES-256-GCM, NIST SP 800-38D), by a key that
 * is not in it: that of JETON_SECRET_KEY, else the file {@code secret.key} of the home, which is
 * made on the first start. Whoever copies a back-up of the database alone can open nothing.
 */
@Component
public class Vault {
  private static final byte[] MARK = "jeton-v1".getBytes(StandardCharsets.US_ASCII);
  private static final String TEXT_MARK = "sealed:";
  private static final int IV_BYTES = 12;
  private static final int TAG_BITS = 128;
  private static final int KEY_BYTES = 32;
  private static final SecureRandom RANDOM = new SecureRandom();

  private final SecretKeySpec key;

  Vault(JetonSettings settings) {
    this.key = new SecretKeySpec(keyOf(settings), "AES");
  }

  /** Encrypts a secret; {@code purpose} must be named again to open it. */
  public byte[] seal(String purpose, byte[] secret) {
    byte[] iv = new byte[IV_BYTES];
    RANDOM.nextBytes(iv);
    byte[] sealed = cipher(Cipher.ENCRYPT_MODE, purpose, iv, secret, 0);
    return ByteBuffer.allocate(MARK.length + IV_BYTES + sealed.length)
        .put(MARK)
        .put(iv)
        .put(sealed)
        .array();
  }

  /** Whether this was sealed: what an older version kept was not. */
  public static boolean isSealed(byte[] kept) {
    return kept.length > MARK.length + IV_BYTES
        && Arrays.equals(MARK, Arrays.copyOf(kept, MARK.length));
  }

  /**
   * Opens a secret; one of an older version is as it was.
   *
   * @throws IllegalStateException when it was sealed by another key
   */
  public byte[] open(String purpose, byte[] kept) {
    if (!isSealed(kept)) {
      return kept;
    }
    byte[] iv = Arrays.copyOfRange(kept, MARK.length, MARK.length + IV_BYTES);
    return cipher(Cipher.DECRYPT_MODE, purpose, iv, kept, MARK.length + IV_BYTES);
  }

  /** The same for a text, as a text; an empty one stays empty. */
  public String seal(String purpose, String secret) {
    return secret.isEmpty()
        ? ""
        : TEXT_MARK
            + Base64.getEncoder()
                .encodeToString(seal(purpose, secret.getBytes(StandardCharsets.UTF_8)));
  }

  /** Whether this text was sealed. */
  public static boolean isSealed(String kept) {
    return kept.isEmpty() || kept.startsWith(TEXT_MARK);
  }

  /** Opens a text. */
  public String open(String purpose, String kept) {
    return kept.startsWith(TEXT_MARK)
        ? new String(
            open(purpose, Base64.getDecoder().decode(kept.substring(TEXT_MARK.length()))),
            StandardCharsets.UTF_8)
        : kept;
  }

  private byte[] cipher(int mode, String purpose, byte[] iv, byte[] text, int from) {
    try {
      Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
      cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, iv));
      cipher.updateAAD(purpose.getBytes(StandardCharsets.UTF_8));
      return cipher.doFinal(text, from, text.length - from);
    } catch (GeneralSecurityException otherKey) {
      throw new IllegalStateException(
          "The secrets in the database were encrypted with another key. Put secret.key back into"
              + " JETON_HOME, or name the key in JETON_SECRET_KEY",
          otherKey);
    }
  }

  private static byte[] keyOf(JetonSettings settings) {
    if (!settings.secretKey().isBlank()) {
      // Any long random text will do: its hash has the length that is needed.
      return sha256(settings.secretKey().strip());
    }
    Path file = settings.home().resolve("secret.key");
    try {
      Files.createDirectories(settings.home());
      makeUnlessThere(file);
      return sha256(Files.readString(file).strip());
    } catch (IOException unreadable) {
      throw new UncheckedIOException(
          "The key of the secrets cannot be read or made: " + file, unreadable);
    }
  }

  /** Two instances on one home may start at the same time: the first one's key counts. */
  private static void makeUnlessThere(Path file) throws IOException {
    if (Files.exists(file) && Files.size(file) > 0) {
      return;
    }
    byte[] fresh = new byte[KEY_BYTES];
    RANDOM.nextBytes(fresh);
    Path draft =
        Files.createTempFile(
            file.getParent(),
            "secret",
            ".new",
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
    // On the disk before anything is encrypted with it.
    Durable.write(draft, Base64.getEncoder().encodeToString(fresh) + "\n");
    try {
      Files.createLink(file, draft);
      Durable.sync(file.getParent());
    } catch (FileAlreadyExistsException anothersIsThere) {
      // Read next.
    } finally {
      Files.delete(draft);
    }
  }

  private static byte[] sha256(String text) {
    try {
      return MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
    } catch (GeneralSecurityException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }
}
