package jeton.server.smtp;

import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/** An email as octets: its headers in order, and its body with CRLF at every line's end. */
public record RawEmail(String from, String to, List<Header> headers, byte[] body) {

  /** A header field; the value may be folded. */
  public record Header(String name, String value) {
    String line() {
      return name + ": " + value + "\r\n";
    }
  }

  public RawEmail {
    headers = List.copyOf(headers);
  }

  /** The same with one more header in front, as signatures stand. */
  public RawEmail with(Header first) {
    List<Header> all = new ArrayList<>();
    all.add(first);
    all.addAll(headers);
    return new RawEmail(from, to, all, body);
  }

  /** The whole, as it goes over the wire. */
  public byte[] octets() {
    StringBuilder head = new StringBuilder();
    headers.forEach(header -> head.append(header.line()));
    byte[] top = head.append("\r\n").toString().getBytes(StandardCharsets.US_ASCII);
    byte[] all = java.util.Arrays.copyOf(top, top.length + body.length);
    System.arraycopy(body, 0, all, top.length, body.length);
    return all;
  }
}
