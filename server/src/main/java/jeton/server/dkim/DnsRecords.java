package jeton.server.dkim;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.naming.NamingException;
import jeton.server.business.Business;
import jeton.server.business.JetonSettings;
import jeton.server.business.SmtpSettings;
import org.springframework.stereotype.Component;

/** The DNS records a sender's domain should have, and whether it has them. */
@Component
public class DnsRecords {
  private final Dkim dkim;
  private final Business business;
  private final DnsTexts dns;

  DnsRecords(Dkim dkim, Business business, JetonSettings settings) {
    this.dkim = dkim;
    this.business = business;
    dns = new DnsTexts(settings.dnsServer());
  }

  /** What a record is for. */
  public enum Purpose {
    /** Signatures (RFC 6376). */
    SIGNING,
    /** Which servers may send (RFC 7208). */
    SENDERS,
    /** What to do with what is neither (RFC 7489). */
    POLICY
  }

  /** Whether it is there. */
  public enum Found {
    RIGHT,
    /** There is one, and it says something else. */
    OTHER,
    MISSING,
    /** The name server did not answer. */
    UNKNOWN
  }

  /**
   * One TXT record.
   *
   * @param value what it should say, to copy
   * @param present what it says now
   */
  public record DnsRecord(
      Purpose purpose, String name, String value, Found found, Optional<String> present) {}

  /** All three, looked up now. None without a sender. */
  public List<DnsRecord> check() {
    String domain = dkim.senderDomain();
    List<DnsRecord> records = new ArrayList<>();
    if (domain.isEmpty()) {
      return records;
    }
    dkim.key()
        .ifPresent(key -> records.add(look(Purpose.SIGNING, key.name(), key.record(), "v=dkim1")));
    String server = business.now().smtp().map(SmtpSettings::host).orElse("");
    String senders = "v=spf1 " + (server.isEmpty() ? "mx" : "a:" + server) + " ~all";
    records.add(look(Purpose.SENDERS, domain, senders, "v=spf1"));
    records.add(look(Purpose.POLICY, "_dmarc." + domain, "v=DMARC1; p=none", "v=dmarc1"));
    return records;
  }

  private DnsRecord look(Purpose purpose, String name, String wanted, String begins) {
    List<String> texts;
    try {
      texts = dns.texts(name);
    } catch (NamingException silent) {
      return new DnsRecord(purpose, name, wanted, Found.UNKNOWN, Optional.empty());
    }
    Optional<String> present =
        texts.stream().filter(t -> t.toLowerCase(Locale.ROOT).startsWith(begins)).findFirst();
    Found found =
        present.isEmpty()
            ? Found.MISSING
            : says(purpose, present.get(), wanted) ? Found.RIGHT : Found.OTHER;
    return new DnsRecord(purpose, name, wanted, found, present);
  }

  /** A policy or sender list of one's own is right as it is; a key must be ours. */
  private static boolean says(Purpose purpose, String present, String wanted) {
    return purpose != Purpose.SIGNING
        || present.replaceAll("\\s", "").equals(wanted.replaceAll("\\s", ""));
  }
}
