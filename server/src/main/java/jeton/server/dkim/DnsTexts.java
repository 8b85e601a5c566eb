package jeton.server.dkim;

import java.util.ArrayList;
import java.util.Hashtable;
import java.util.List;
import javax.naming.Context;
import javax.naming.NameNotFoundException;
import javax.naming.NamingEnumeration;
import javax.naming.NamingException;
import javax.naming.directory.Attribute;
import javax.naming.directory.InitialDirContext;

/** TXT records, looked up now. */
public final class DnsTexts {
  private static final String TIMEOUT_MS = "2000";
  private final String resolver;

  /**
   * @param resolver host and port of the name server to ask; empty for the system's
   */
  public DnsTexts(String resolver) {
    this.resolver = resolver;
  }

  /**
   * All of a name, each in one piece.
   *
   * @throws NamingException when nobody answers
   */
  public List<String> texts(String name) throws NamingException {
    Hashtable<String, String> environment = new Hashtable<>();
    environment.put(Context.INITIAL_CONTEXT_FACTORY, "com.sun.jndi.dns.DnsContextFactory");
    environment.put("com.sun.jndi.dns.timeout.initial", TIMEOUT_MS);
    environment.put("com.sun.jndi.dns.timeout.retries", "1");
    if (!resolver.isEmpty()) {
      environment.put(Context.PROVIDER_URL, "dns://" + resolver);
    }
    InitialDirContext dns = new InitialDirContext(environment);
    try {
      Attribute txt = dns.getAttributes(name, new String[] {"TXT"}).get("TXT");
      List<String> texts = new ArrayList<>();
      if (txt != null) {
        NamingEnumeration<?> all = txt.getAll();
        while (all.hasMore()) {
          texts.add(joined(all.next().toString()));
        }
      }
      return texts;
    } catch (NameNotFoundException none) {
      return List.of();
    } finally {
      dns.close();
    }
  }

  /**
   * A long text comes in pieces of 255 octets, those with blanks in quotes, a blank between two.
   */
  private static String joined(String text) {
    return text.replaceAll("\"\\s*(?=\\S)", "").replace("\"", "");
  }
}
