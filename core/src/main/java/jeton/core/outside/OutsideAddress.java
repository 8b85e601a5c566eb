package jeton.core.outside;

import java.net.URI;
import java.net.URISyntaxException;
import java.util.Locale;
import java.util.Optional;

/** The form of an address elsewhere that its owner typed (H1). */
public final class OutsideAddress {
  private static final String WHOLE = "Write the whole address, like https://shop.example/told.";

  private OutsideAddress() {}

  /**
   * What is wrong with it, in words.
   *
   * @param plainAllowed whether http will do: where private networks are allowed, for a program on
   *     the same machine
   */
  public static Optional<String> fault(String url, boolean plainAllowed) {
    try {
      URI uri = new URI(url);
      String scheme = uri.getScheme() == null ? "" : uri.getScheme().toLowerCase(Locale.ROOT);
      if (uri.getHost() == null || !(scheme.equals("https") || scheme.equals("http"))) {
        return Optional.of(WHOLE);
      }
      if (uri.getRawUserInfo() != null) {
        return Optional.of("Take out the user name: it would be kept where others can read it.");
      }
      return scheme.equals("https") || plainAllowed
          ? Optional.empty()
          : Optional.of("Only addresses that begin with https:// can be used.");
    } catch (URISyntaxException notAnAddress) {
      return Optional.of(WHOLE);
    }
  }
}
