package jeton.server.doctor;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.naming.NamingException;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.SSLSocketFactory;
import jeton.server.business.SmtpSettings;
import jeton.server.dkim.DnsTexts;
import tools.jackson.databind.JsonNode;

/** Whether emails can leave, and whether mailboxes will believe who they are from. */
final class MailLook {
  private static final int PATIENCE_MS = 5000;
  private static final String GREETING = "220";
  private final Examined install;
  private final DatabaseLook database;
  private final List<Symptom> found = new ArrayList<>();

  MailLook(Examined install, DatabaseLook database) {
    this.install = install;
    this.database = database;
  }

  List<Symptom> look() {
    Optional<SmtpSettings> smtp = smtp();
    if (smtp.isEmpty()) {
      found.add(
          Symptom.wrong("mail", "no mail server is named: emails wait", "Name one in Setup."));
    } else {
      found.add(server(smtp.get()));
    }
    String sender = database.business().map(b -> b.path("senderEmail").asString("")).orElse("");
    if (sender.contains("@")) {
      records(sender.substring(sender.indexOf('@') + 1).toLowerCase(Locale.ROOT));
    }
    return found;
  }

  private Optional<SmtpSettings> smtp() {
    String named = install.setting("JETON_SMTP_URL", "");
    return database
        .smtp()
        .map(MailLook::read)
        .or(() -> named.isEmpty() ? Optional.empty() : Optional.of(SmtpSettings.of(named)));
  }

  private static SmtpSettings read(JsonNode kept) {
    return new SmtpSettings(
        kept.path("host").asString(""),
        kept.path("port").asInt(),
        SmtpSettings.Security.valueOf(kept.path("security").asString("NONE")),
        kept.path("user").asString(""),
        "");
  }

  /** Goes as far as its greeting; no email is sent, nobody signs in. */
  private static Symptom server(SmtpSettings smtp) {
    String name = smtp.host() + ":" + smtp.port();
    try (Socket socket = new Socket()) {
      socket.connect(new InetSocketAddress(smtp.host(), smtp.port()), PATIENCE_MS);
      socket.setSoTimeout(PATIENCE_MS);
      String said =
          smtp.security() == SmtpSettings.Security.TLS
              ? greeting(encrypted(socket, smtp))
              : greeting(socket);
      return said.startsWith(GREETING)
          ? Symptom.fine("mail", name + " greets us")
          : Symptom.wrong("mail", name + " says: " + said, "Ask whoever runs it.");
    } catch (IOException unreached) {
      return Symptom.wrong(
          "mail",
          name + " is not reached: " + unreached.getMessage(),
          "Look at host and port in Setup, and at what a firewall lets out.");
    }
  }

  private static Socket encrypted(Socket socket, SmtpSettings smtp) throws IOException {
    SSLSocketFactory factory = (SSLSocketFactory) SSLSocketFactory.getDefault();
    SSLSocket line = (SSLSocket) factory.createSocket(socket, smtp.host(), smtp.port(), true);
    line.startHandshake();
    return line;
  }

  private static String greeting(Socket socket) throws IOException {
    BufferedReader lines =
        new BufferedReader(
            new InputStreamReader(socket.getInputStream(), StandardCharsets.US_ASCII));
    String said = lines.readLine();
    socket.getOutputStream().write("QUIT\r\n".getBytes(StandardCharsets.US_ASCII));
    return said == null ? "nothing" : said;
  }

  private void records(String domain) {
    DnsTexts dns = new DnsTexts(install.dnsServer());
    record(dns, domain, "v=spf1", "which servers may send for it", "v=spf1 …");
    record(dns, "_dmarc." + domain, "v=dmarc1", "what to do with others", "v=DMARC1; p=none");
    database
        .selector()
        .ifPresent(
            selector ->
                record(
                    dns,
                    selector + "._domainkey." + domain,
                    "v=dkim1",
                    "the key to our signatures",
                    "what Setup → Signing shows"));
  }

  private void record(DnsTexts dns, String name, String begins, String what, String wanted) {
    try {
      boolean isThere =
          dns.texts(name).stream().anyMatch(t -> t.toLowerCase(Locale.ROOT).startsWith(begins));
      found.add(
          isThere
              ? Symptom.fine("dns", name + " says " + what)
              : Symptom.look("dns", name + " does not say " + what, "Add a TXT record: " + wanted));
    } catch (NamingException silent) {
      found.add(
          Symptom.look(
              "dns", name + " could not be looked up", "Does this machine reach a name server?"));
    }
  }
}
