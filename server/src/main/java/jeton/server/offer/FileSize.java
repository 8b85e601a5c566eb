package jeton.server.offer;

import java.util.Locale;

/** Sizes of files as people say them. */
public final class FileSize {
  private FileSize() {}

  /** In steps of 1000: "240 kB". */
  public static String words(long octets) {
    if (octets < 1000) {
      return octets + " bytes";
    }
    if (octets < 1_000_000) {
      return Math.round(octets / 1000.0) + " kB";
    }
    return String.format(Locale.ROOT, "%.1f MB", octets / 1_000_000.0);
  }
}
