package jeton.server.mail;

import jakarta.mail.Address;
import jakarta.mail.Session;
import jakarta.mail.internet.AddressException;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;

/** An email as octets: its headers in order, and its body with CRLF at every line's end. */
record RawEmail(String from, String to, List<Header> headers, byte[] body) {
  private static final Session NO_SESSION = Session.getInstance(new Properties());

  /** A header field; the value may be folded. */
  record Header(String name, String value) {
    String line() {
      return name + ": " + value + "\r\n";
    }
  }

  RawEmail {
    headers = List.copyOf(headers);
  }

  /** The same with one more header in front, as signatures stand. */
  RawEmail with(Header first) {
    List<Header> all = new ArrayList<>();
    all.add(first);
    all.addAll(headers);
    return new RawEmail(from, to, all, body);
  }

  /** The whole, as it goes over the wire. */
  byte[] octets() {
    StringBuilder head = new StringBuilder();
    headers.forEach(header -> head.append(header.line()));
    byte[] top = head.append("\r\n").toString().getBytes(StandardCharsets.US_ASCII);
    byte[] all = java.util.Arrays.copyOf(top, top.length + body.length);
    System.arraycopy(body, 0, all, top.length, body.length);
    return all;
  }

  /** For the library's SMTP transport, which asks a message for its sender and its octets. */
  MimeMessage asMessage() {
    return new Prepared(this);
  }

  private static final class Prepared extends MimeMessage {
    private final RawEmail email;
    private final byte[] octets;

    Prepared(RawEmail email) {
      super(NO_SESSION);
      this.email = email;
      this.octets = email.octets();
    }

    @Override
    public Address[] getFrom() {
      return new Address[] {address(email.from())};
    }

    @Override
    public Address[] getAllRecipients() {
      return new Address[] {address(email.to())};
    }

    @Override
    public void writeTo(OutputStream out, String[] ignored) throws IOException {
      out.write(octets);
    }

    private static Address address(String text) {
      try {
        return new InternetAddress(text);
      } catch (AddressException unusable) {
        throw new IllegalStateException("Not an address: " + text, unusable);
      }
    }
  }
}
