package jeton.server.site;

import java.net.URI;
import java.net.URISyntaxException;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import jeton.core.problem.Problems;
import jeton.server.database.ConfigurationVersion;
import jeton.server.database.Remembered;
import jeton.server.problem.NotThere;
import jeton.server.problem.Refused;
import jeton.server.token.Tokens;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The business's sites: known by their origin, which is who may use our forms from a script. */
@Service
public class Sites {
  private static final int KEY_LENGTH = 12;
  private final SiteStore store;
  private final ConfigurationVersion configuration;
  private final Clock clock;
  private final Remembered<List<Site>> known;

  Sites(SiteStore store, ConfigurationVersion configuration, Clock clock) {
    this.store = store;
    this.configuration = configuration;
    this.clock = clock;
    known = new Remembered<>(configuration, store::all);
  }

  /** All sites, from memory. */
  public List<Site> all() {
    return known.now();
  }

  /** The site of a snippet's key. */
  public Optional<Site> byKey(String key) {
    return all().stream().filter(site -> site.key().equals(key)).findFirst();
  }

  /** Whether an {@code Origin} header names one of the sites. */
  public boolean isOurs(String origin) {
    return origin != null && all().stream().anyMatch(site -> site.origin().equals(origin));
  }

  /** Hosts of all sites. */
  public List<String> hosts() {
    return all().stream().map(Site::host).toList();
  }

  /** Adds a site. */
  @Transactional
  public Site add(String name, String address) {
    String origin = checked(name, address);
    try {
      long id =
          store.add(
              Tokens.random().substring(0, KEY_LENGTH), name.strip(), origin, clock.instant());
      configuration.changed();
      return get(id);
    } catch (DuplicateKeyException twice) {
      throw taken();
    }
  }

  /** Changes name and address; the snippet stays the same. */
  @Transactional
  public Site save(long id, String name, String address) {
    String origin = checked(name, address);
    get(id);
    try {
      store.save(id, name.strip(), origin);
    } catch (DuplicateKeyException twice) {
      throw taken();
    }
    configuration.changed();
    return get(id);
  }

  /** Takes a site out: its snippet shows nothing any more. */
  @Transactional
  public void remove(long id) {
    if (!store.remove(id)) {
      throw new NotThere("This site");
    }
    configuration.changed();
  }

  private Site get(long id) {
    return store.all().stream()
        .filter(site -> site.id() == id)
        .findFirst()
        .orElseThrow(() -> new NotThere("This site"));
  }

  private static String checked(String name, String address) {
    Problems problems = new Problems();
    problems.line(name, "name", "The name", 80);
    problems.when(name.isBlank(), "name", "empty", "The site needs a name.");
    Optional<String> origin = origin(address);
    problems.when(
        origin.isEmpty(),
        "origin",
        "bad_address",
        "Write the site's address, like https://quireandthread.example.");
    Refused.unlessNone(problems.list());
    return origin.get();
  }

  /** Scheme, host and port of an address as browsers say them in {@code Origin}. */
  static Optional<String> origin(String address) {
    String text = address.strip();
    try {
      URI uri = new URI(text.contains("://") ? text : "https://" + text);
      String scheme = uri.getScheme().toLowerCase(Locale.ROOT);
      boolean web = scheme.equals("https") || scheme.equals("http");
      if (!web || uri.getHost() == null || uri.getUserInfo() != null) {
        return Optional.empty();
      }
      boolean usual = uri.getPort() < 0 || uri.getPort() == (scheme.equals("https") ? 443 : 80);
      String host = uri.getHost().toLowerCase(Locale.ROOT);
      return Optional.of(scheme + "://" + host + (usual ? "" : ":" + uri.getPort()));
    } catch (URISyntaxException notAnAddress) {
      return Optional.empty();
    }
  }

  private static Refused taken() {
    return new Refused("origin", "taken", "This address belongs to a site you have already.");
  }
}
