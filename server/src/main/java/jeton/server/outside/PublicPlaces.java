package jeton.server.outside;

import java.net.InetAddress;
import java.net.URI;
import java.net.UnknownHostException;
import jeton.core.outside.PrivateNetwork;
import jeton.core.problem.Problems;
import jeton.server.business.JetonSettings;
import org.apache.hc.client5.http.DnsResolver;
import org.apache.hc.client5.http.SystemDefaultDnsResolver;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Looks up names, and knows none that lead into a private network, unless the install allows them
 * (H1). The addresses it gives are the ones connected to: a name that leads elsewhere a moment
 * later changes nothing.
 */
@Component
public class PublicPlaces implements DnsResolver {
  private final boolean privateAllowed;
  private final DnsResolver names;

  @Autowired
  PublicPlaces(JetonSettings settings) {
    this(settings.privateNetworks(), SystemDefaultDnsResolver.INSTANCE);
  }

  PublicPlaces(boolean privateAllowed, DnsResolver names) {
    this.privateAllowed = privateAllowed;
    this.names = names;
  }

  /** Leads into a private network. */
  public static final class Private extends UnknownHostException {
    private static final long serialVersionUID = 1;

    Private(String host) {
      super(host + " leads into a private network.");
    }
  }

  /** Whether this install may ask its own network. */
  public boolean arePrivateAllowed() {
    return privateAllowed;
  }

  @Override
  public InetAddress[] resolve(String host) throws UnknownHostException {
    InetAddress[] addresses = names.resolve(host);
    if (!privateAllowed) {
      for (InetAddress address : addresses) {
        if (PrivateNetwork.holds(address)) {
          throw new Private(host);
        }
      }
    }
    return addresses;
  }

  @Override
  public String resolveCanonicalHostname(String host) throws UnknownHostException {
    return names.resolveCanonicalHostname(host);
  }

  /** Notes what is wrong with where an address leads, beside the field it was typed in. */
  public void check(String url, String field, Problems problems) {
    try {
      check(URI.create(url));
    } catch (Private inside) {
      problems.add(field, "private_network", "This address leads into a private network.");
    } catch (UnknownHostException unknown) {
      problems.add(field, "unknown_host", "There is no site of that name.");
    }
  }

  /**
   * Looks a place up.
   *
   * @throws Private for a private network
   * @throws UnknownHostException for a name that is nobody's
   */
  public void check(URI url) throws UnknownHostException {
    resolve(url.getHost());
  }
}
