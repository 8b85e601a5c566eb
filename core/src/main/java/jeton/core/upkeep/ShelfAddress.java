package jeton.core.upkeep;

import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Where files or back-ups are kept: an absolute path on the machine Jeton runs on, or a bucket of
 * an S3 service with a prefix, {@code s3://bucket/prefix}.
 */
public final class ShelfAddress {
  private static final Pattern BUCKET =
      Pattern.compile("s3://([a-z0-9][a-z0-9.-]{1,61}[a-z0-9])((?:/[A-Za-z0-9._-]+)*)/?");

  private ShelfAddress() {}

  /**
   * A bucket, and what names in it begin with.
   *
   * @param prefix without slashes at its ends; empty for the bucket as a whole
   */
  public record Bucket(String name, String prefix) {
    @Override
    public String toString() {
      return "s3://" + name + (prefix.isEmpty() ? "" : "/" + prefix);
    }
  }

  /** Whether it means a bucket, rightly written or not. */
  public static boolean meansBucket(String address) {
    return address.startsWith("s3:");
  }

  /** The bucket an address names; empty when it names none. */
  public static Optional<Bucket> bucket(String address) {
    Matcher parts = BUCKET.matcher(address);
    return parts.matches()
        ? Optional.of(new Bucket(parts.group(1), parts.group(2).replaceFirst("^/", "")))
        : Optional.empty();
  }

  /** Whether it names a place at all. */
  public static boolean isOne(String address) {
    if (meansBucket(address)) {
      return bucket(address).isPresent();
    }
    try {
      return Path.of(address).isAbsolute();
    } catch (InvalidPathException noPath) {
      return false;
    }
  }
}
