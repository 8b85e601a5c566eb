package jeton.bench;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/**
 * One kept-open HTTP/1.1 connection, as plain as can be: client and server share the machine, and
 * what the client costs must not be counted as the server's.
 */
final class Wire implements AutoCloseable {
  private final String host;
  private final Socket socket;
  private final OutputStream out;
  private final InputStream in;

  Wire(String base) throws IOException {
    URI uri = URI.create(base);
    host = uri.getAuthority();
    socket = new Socket(InetAddress.getLoopbackAddress(), uri.getPort());
    socket.setTcpNoDelay(true);
    out = new BufferedOutputStream(socket.getOutputStream());
    in = new BufferedInputStream(socket.getInputStream());
  }

  /** Posts JSON; returns the status. The answer is read to its end. */
  int postJson(String path, String body, String... headers) throws IOException {
    return post(path, "application/json", body, headers);
  }

  /** Posts a text; returns the status. The answer is read to its end. */
  int post(String path, String type, String body, String... headers) throws IOException {
    byte[] octets = body.getBytes(StandardCharsets.UTF_8);
    StringBuilder head = head("POST", path, headers);
    head.append("Content-Type: ").append(type);
    head.append("\r\nContent-Length: ").append(octets.length);
    out.write(head.append("\r\n\r\n").toString().getBytes(StandardCharsets.US_ASCII));
    out.write(octets);
    out.flush();
    return answer();
  }

  /** Gets; returns the status. The answer is read to its end. */
  int get(String path, String... headers) throws IOException {
    out.write(
        head("GET", path, headers).append("\r\n").toString().getBytes(StandardCharsets.US_ASCII));
    out.flush();
    return answer();
  }

  private StringBuilder head(String method, String path, String... headers) {
    StringBuilder head = new StringBuilder(method + " " + path + " HTTP/1.1\r\nHost: " + host);
    head.append("\r\n");
    for (String header : headers) {
      head.append(header).append("\r\n");
    }
    return head;
  }

  private int answer() throws IOException {
    int status = Integer.parseInt(line().split(" ")[1]);
    int length = 0;
    boolean chunked = false;
    for (String line = line(); !line.isEmpty(); line = line()) {
      String lower = line.toLowerCase(Locale.ROOT);
      if (lower.startsWith("content-length:")) {
        length = Integer.parseInt(line.substring(15).strip());
      }
      chunked |= lower.equals("transfer-encoding: chunked");
    }
    if (!chunked) {
      in.skipNBytes(length);
      return status;
    }
    for (int size = chunk(); size > 0; size = chunk()) {
      in.skipNBytes(size + 2L);
    }
    line();
    return status;
  }

  private int chunk() throws IOException {
    return Integer.parseInt(line(), 16);
  }

  private String line() throws IOException {
    StringBuilder line = new StringBuilder();
    for (int c = in.read(); c != '\n'; c = in.read()) {
      if (c < 0) {
        throw new EOFException("The server closed the connection");
      }
      if (c != '\r') {
        line.append((char) c);
      }
    }
    return line.toString();
  }

  @Override
  public void close() throws IOException {
    socket.close();
  }
}
