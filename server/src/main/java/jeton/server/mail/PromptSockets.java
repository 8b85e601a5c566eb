package jeton.server.mail;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import javax.net.SocketFactory;

/**
 * Sockets that send at once (TCP_NODELAY). Without it the last few octets of an email wait for the
 * other side to acknowledge what came before, which it does 40 ms later: 25 emails a second. One
 * per connection: it knows its newest socket, so that an email that takes too long can be cut.
 */
final class PromptSockets extends SocketFactory {
  private static final SocketFactory USUAL = SocketFactory.getDefault();
  private volatile Socket last;

  @Override
  public Socket createSocket() throws IOException {
    return prompt(USUAL.createSocket());
  }

  @Override
  public Socket createSocket(String host, int port) throws IOException {
    return prompt(USUAL.createSocket(host, port));
  }

  @Override
  public Socket createSocket(String host, int port, InetAddress from, int fromPort)
      throws IOException {
    return prompt(USUAL.createSocket(host, port, from, fromPort));
  }

  @Override
  public Socket createSocket(InetAddress host, int port) throws IOException {
    return prompt(USUAL.createSocket(host, port));
  }

  @Override
  public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort)
      throws IOException {
    return prompt(USUAL.createSocket(host, port, from, fromPort));
  }

  private Socket prompt(Socket socket) throws IOException {
    socket.setTcpNoDelay(true);
    last = socket;
    return socket;
  }

  /** Closes the newest socket under whoever reads or writes, who gets an error at once. */
  void cut() {
    Socket socket = last;
    if (socket != null) {
      try {
        socket.close();
      } catch (IOException alreadyClosed) {
        // Closed is what it should be.
      }
    }
  }
}
