package jeton.server.mail;

import java.io.IOException;
import java.net.InetAddress;
import java.net.Socket;
import javax.net.SocketFactory;

/**
 * Sockets that send at once (TCP_NODELAY). Without it the last few octets of an email wait for the
 * other side to acknowledge what came before, which it does 40 ms later: 25 emails a second.
 */
final class PromptSockets extends SocketFactory {
  private static final SocketFactory USUAL = SocketFactory.getDefault();

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

  private static Socket prompt(Socket socket) throws IOException {
    socket.setTcpNoDelay(true);
    return socket;
  }
}
