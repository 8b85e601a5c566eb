package jeton.server.page;

import java.util.List;
import java.util.Map;
import jeton.server.offer.FileSize;
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
                    "size", FileSize.words(file.size()),
                    "href", pass + "/files/" + file.number()))
        .toList();
  }
}
