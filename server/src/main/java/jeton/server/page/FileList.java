package jeton.server.page;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import jeton.server.offer.Offer;

/** An offer's files as a page lists them. */
public final class FileList {
  private FileList() {}

  /**
   * For the template.
   *
   * @param pass the address of the pass, {@code /g/{token}}
   */
  public static List<Map<String, String>> of(Offer offer, String pass) {
    return offer.files().stream()
        .map(
            file ->
                Map.of(
                    "name", file.name(),
                    "size", size(file.size()),
                    "href", pass + "/files/" + file.number()))
        .toList();
  }

  /** Octets as people say them, in steps of 1000: "240 kB". */
  static String size(long octets) {
    if (octets < 1000) {
      return octets + " bytes";
    }
    if (octets < 1_000_000) {
      return Math.round(octets / 1000.0) + " kB";
    }
    return String.format(Locale.ROOT, "%.1f MB", octets / 1_000_000.0);
  }
}
