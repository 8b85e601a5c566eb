package jeton.harness;

import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** Passes octets on between two ports of this machine, until it is cut; mended, it does again. */
public final class Cable implements AutoCloseable {
  private final int target;
  private final int port;
  private final Set<Closeable> ends = ConcurrentHashMap.newKeySet();
  private ServerSocket door;

  /** A cable to a port. */
  public Cable(int target) throws IOException {
    this.target = target;
    door = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
    port = door.getLocalPort();
    serve(door);
  }

  /** Where it begins. */
  public int port() {
    return port;
  }

  /** Breaks every connection; nobody gets through from now on. */
  public synchronized void cut() {
    close(door);
    ends.forEach(this::close);
  }

  /** Lets connections through again. */
  public synchronized void mend() {
    try {
      door = new ServerSocket();
      door.setReuseAddress(true);
      door.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 50);
      serve(door);
    } catch (IOException taken) {
      throw new UncheckedIOException(taken);
    }
  }

  @Override
  public void close() {
    cut();
  }

  private void serve(ServerSocket open) {
    run(
        () -> {
          while (!open.isClosed()) {
            Socket near = open.accept();
            Socket far = new Socket(InetAddress.getLoopbackAddress(), target);
            near.setTcpNoDelay(true);
            far.setTcpNoDelay(true);
            ends.add(near);
            ends.add(far);
            run(() -> pump(near, far));
            run(() -> pump(far, near));
          }
        });
  }

  private void pump(Socket from, Socket to) throws IOException {
    try (InputStream in = from.getInputStream();
        OutputStream out = to.getOutputStream()) {
      in.transferTo(out);
    } finally {
      close(from);
      close(to);
    }
  }

  private void close(Closeable end) {
    ends.remove(end);
    try {
      end.close();
    } catch (IOException alreadyClosed) {
      // Cut is cut.
    }
  }

  private interface Work {
    void run() throws IOException;
  }

  private static void run(Work work) {
    Thread thread =
        new Thread(
            () -> {
              try {
                work.run();
              } catch (IOException cut) {
                // That is what the cable is for.
              }
            },
            "cable");
    thread.setDaemon(true);
    thread.start();
  }
}
