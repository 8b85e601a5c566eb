package jeton.harness;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.ServerSocket;

/** Ports on loopback for what is started as a process of its own. */
public final class Ports {
  private Ports() {}

  /** One that nobody has just now. */
  public static int free() {
    try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
      return free.getLocalPort();
    } catch (IOException none) {
      throw new UncheckedIOException(none);
    }
  }
}
