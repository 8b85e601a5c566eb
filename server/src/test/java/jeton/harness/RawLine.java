package jeton.harness;

import java.io.BufferedInputStream;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.util.Locale;

/** One line to the server, on which anything can be said, octet by octet. */
public final class RawLine implements AutoCloseable {
  private final Socket socket;
  private final InputStream in;
  private final OutputStream out;

  /** A line on which little waits to be read. */
  public RawLine(String base, int receiveBuffer) throws IOException {
    socket = new Socket();
    if (receiveBuffer > 0) {
      socket.setReceiveBufferSize(receiveBuffer);
    }
    socket.connect(
        new InetSocketAddress(InetAddress.getLoopbackAddress(), URI.create(base).getPort()), 5000);
    socket.setTcpNoDelay(true);
    socket.setSoTimeout(20_000);
    in = new BufferedInputStream(socket.getInputStream(), 512);
    out = socket.getOutputStream();
  }

  /** A usual line. */
  public RawLine(String base) throws IOException {
    this(base, 0);
  }

  /** Says this. */
  public void say(byte[] octets) throws IOException {
    out.write(octets);
    out.flush();
  }

  /** Says this, in ISO 8859-1. */
  public void say(String text) throws IOException {
    say(text.getBytes(StandardCharsets.ISO_8859_1));
  }

  /** Reads some octets; how many came, -1 at the end. */
  public int read(int most) throws IOException {
    return in.read(new byte[most]);
  }

  /**
   * Reads one answer to its end.
   *
   * @param hasBody false for answers to HEAD
   * @return its status
   */
  public int answer(boolean hasBody) throws IOException {
    String first = line();
    int status = Integer.parseInt(first.split(" ")[1]);
    long length = -1;
    boolean chunked = false;
    for (String header = line(); !header.isEmpty(); header = line()) {
      String lower = header.toLowerCase(Locale.ROOT);
      if (lower.startsWith("content-length:")) {
        length = Long.parseLong(lower.substring(15).strip());
      }
      chunked |= lower.startsWith("transfer-encoding:") && lower.contains("chunked");
    }
    if (!hasBody || status == 204 || status == 304) {
      return status;
    }
    if (chunked) {
      for (int size = Integer.parseInt(line(), 16); size > 0; size = Integer.parseInt(line(), 16)) {
        in.skipNBytes(size + 2L);
      }
      line();
    } else if (length >= 0) {
      in.skipNBytes(length);
    } else {
      in.readAllBytes();
    }
    return status;
  }

  private String line() throws IOException {
    StringBuilder line = new StringBuilder();
    for (int c = in.read(); c != '\n'; c = in.read()) {
      if (c < 0) {
        throw new EOFException();
      }
      if (c != '\r') {
        line.append((char) c);
      }
    }
    return line.toString();
  }

  @Override
  public void close() {
    try {
      socket.close();
    } catch (IOException alreadyClosed) {
      // Closed is what it should be.
    }
  }
}
