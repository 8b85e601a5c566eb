package jeton.server.smtp;

import java.io.OutputStream;
import java.util.Arrays;

/**
 * Octets that grow, for one thread: encoders hand an email over octet by octet, and the library's
 * array stream takes a lock for each.
 */
public final class Octets extends OutputStream {
  private byte[] octets;
  private int size;

  public Octets(int expected) {
    octets = new byte[Math.max(expected, 64)];
  }

  @Override
  public void write(int octet) {
    if (size == octets.length) {
      octets = Arrays.copyOf(octets, size * 2);
    }
    octets[size++] = (byte) octet;
  }

  @Override
  public void write(byte[] from, int offset, int length) {
    if (size + length > octets.length) {
      octets = Arrays.copyOf(octets, Math.max(size + length, size * 2));
    }
    System.arraycopy(from, offset, octets, size, length);
    size += length;
  }

  /** Whether this is white space within a line (RFC 5322). */
  public static boolean isBlank(byte octet) {
    return octet == ' ' || octet == '\t';
  }

  public int size() {
    return size;
  }

  public byte[] toArray() {
    return Arrays.copyOf(octets, size);
  }
}
