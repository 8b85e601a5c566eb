package jeton.core.form;

import java.net.IDN;
import java.net.URI;
import java.net.URISyntaxException;
import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Addresses visitors are led on to. */
public final class WebAddress {
  /** Letters that look like another in most typefaces, beside accents, which are taken off. */
  private static final Map<Integer, String> LOOKS_LIKE =
      Map.ofEntries(
          Map.entry((int) 'а', "a"),
          Map.entry((int) 'е', "e"),
          Map.entry((int) 'о', "o"),
          Map.entry((int) 'р', "p"),
          Map.entry((int) 'с', "c"),
          Map.entry((int) 'у', "y"),
          Map.entry((int) 'х', "x"),
          Map.entry((int) 'і', "i"),
          Map.entry((int) 'ѕ', "s"),
          Map.entry((int) 'ј', "j"),
          Map.entry((int) 'ԁ', "d"),
          Map.entry((int) 'һ', "h"),
          Map.entry((int) 'ԛ', "q"),
          Map.entry((int) 'ԝ', "w"),
          Map.entry((int) 'α', "a"),
          Map.entry((int) 'ο', "o"),
          Map.entry((int) 'ν', "v"),
          Map.entry((int) 'ı', "i"),
          Map.entry((int) '0', "o"),
          Map.entry((int) '1', "l"));

  private WebAddress() {}

  /** Why an address cannot be used. */
  public enum Fault {
    NOT_AN_ADDRESS("Write the whole address, like https://quireandthread.example/thanks."),
    NOT_HTTPS("Only addresses that begin with https:// can be used."),
    HIDDEN_PART(
        "There is a user name in front of the host. Take it out: it hides where this leads."),
    LOOK_ALIKE("This host only looks like one of your sites. Type it again.");

    private final String message;

    Fault(String message) {
      this.message = message;
    }

    /** The stable code. */
    public String code() {
      return name().toLowerCase(Locale.ROOT);
    }

    /** A sentence for the owner. */
    public String message() {
      return message;
    }
  }

  /**
   * What is wrong with an address.
   *
   * @param ownHosts hosts of the business's sites
   */
  public static Optional<Fault> fault(String address, List<String> ownHosts) {
    URI uri;
    try {
      uri = new URI(address.strip());
    } catch (URISyntaxException notAnAddress) {
      return Optional.of(Fault.NOT_AN_ADDRESS);
    }
    if (uri.getScheme() != null && !uri.getScheme().equalsIgnoreCase("https")) {
      return Optional.of(Fault.NOT_HTTPS);
    }
    String host = host(uri);
    if (uri.getScheme() == null || host.indexOf('.') < 1 || host.endsWith(".")) {
      return Optional.of(Fault.NOT_AN_ADDRESS);
    }
    if (uri.getRawAuthority().indexOf('@') >= 0) {
      return Optional.of(Fault.HIDDEN_PART);
    }
    return looksLikeOneOf(host, ownHosts) ? Optional.of(Fault.LOOK_ALIKE) : Optional.empty();
  }

  /**
   * What is wrong with the address of a shop, which visitors are led to by a link they choose: any
   * http or https address will do.
   */
  public static Optional<Fault> faultOfShop(String address) {
    try {
      URI uri = new URI(address);
      String scheme = uri.getScheme() == null ? "" : uri.getScheme().toLowerCase(Locale.ROOT);
      if (!scheme.equals("http") && !scheme.equals("https") || host(uri).isEmpty()) {
        return Optional.of(Fault.NOT_AN_ADDRESS);
      }
      return uri.getRawAuthority().indexOf('@') >= 0
          ? Optional.of(Fault.HIDDEN_PART)
          : Optional.empty();
    } catch (URISyntaxException notAnAddress) {
      return Optional.of(Fault.NOT_AN_ADDRESS);
    }
  }

  /** The host of a page's address in lower case; empty for what is none. */
  public static String hostOf(String page) {
    try {
      return Optional.ofNullable(URI.create(page).getHost()).orElse("").toLowerCase(Locale.ROOT);
    } catch (IllegalArgumentException noAddress) {
      return "";
    }
  }

  private static boolean looksLikeOneOf(String host, List<String> ownHosts) {
    return ownHosts.stream()
        .map(own -> own.toLowerCase(Locale.ROOT))
        .anyMatch(own -> !own.equals(host) && skeleton(own).equals(skeleton(host)));
  }

  /** The host in letters, in lower case; {@link URI#getHost} knows only ASCII. */
  private static String host(URI uri) {
    String authority = uri.getRawAuthority() == null ? "" : uri.getRawAuthority();
    String host = authority.substring(authority.lastIndexOf('@') + 1).replaceAll(":\\d+$", "");
    return host.toLowerCase(Locale.ROOT);
  }

  private static String skeleton(String host) {
    String letters = Normalizer.normalize(IDN.toUnicode(host), Normalizer.Form.NFKD);
    StringBuilder skeleton = new StringBuilder();
    letters
        .toLowerCase(Locale.ROOT)
        .codePoints()
        .filter(c -> Character.getType(c) != Character.NON_SPACING_MARK)
        .forEach(c -> skeleton.append(LOOKS_LIKE.getOrDefault(c, Character.toString(c))));
    return skeleton.toString().replace("rn", "m").replace("vv", "w");
  }
}
