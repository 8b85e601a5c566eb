package jeton.core.trial;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/**
 * Who gets which of two versions (X1): fixed by a hash, so that raising A's share never takes
 * anybody from A.
 */
public final class Trial {
  /** Everybody, in hundredths of a percent. */
  public static final int ALL = 10_000;

  private Trial() {}

  /** Which version. */
  public enum Version {
    A,
    B
  }

  /** Where somebody stands, from 0 to 9,999: SHA-256 of trial, a line feed and visitor. */
  public static int bucket(String trial, String visitor) {
    byte[] hash = sha256().digest((trial + "\n" + visitor).getBytes(StandardCharsets.UTF_8));
    return (int) Long.remainderUnsigned(ByteBuffer.wrap(hash).getLong(), ALL);
  }

  /**
   * Which version somebody gets.
   *
   * @param shareOfA in hundredths of a percent
   */
  public static Version version(String trial, String visitor, int shareOfA) {
    return bucket(trial, visitor) < shareOfA ? Version.A : Version.B;
  }

  /** A share in percent, at most two decimals, as hundredths of one. */
  public static int hundredths(BigDecimal percent) {
    return percent.movePointRight(2).setScale(0, RoundingMode.UNNECESSARY).intValueExact();
  }

  private static MessageDigest sha256() {
    try {
      return MessageDigest.getInstance("SHA-256");
    } catch (NoSuchAlgorithmException everyJdkHasIt) {
      throw new IllegalStateException(everyJdkHasIt);
    }
  }
}
