package jeton.server.smtp;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.Socket;
import javax.net.SocketFactory;
import javax.net.ssl.SSLSocketFactory;

/**
 * Sockets that send at once (TCP_NODELAY). Without it the last few octets of an email wait for the
 * other side to acknowledge what came before, which it does 40 ms later: 25 emails a second. One
 * per connection: it knows its newest socket, so that an email that takes too long can be cut, and
 * what is pipelined can be written to it.
 */
final class PromptSockets extends SocketFactory {
  private static final SocketFactory USUAL = SocketFactory.getDefault();
  private final Tls tls = new Tls((SSLSocketFactory) SSLSocketFactory.getDefault());
  private volatile Socket plain;
  private volatile Socket spoken;

  /**
   * The same, encrypted: around a plain socket, as the library has it after STARTTLS and for TLS.
   */
  SSLSocketFactory tls() {
    return tls;
  }

  /** Closes the newest socket under whoever reads or writes, who gets an error at once. */
  void cut() {
    Socket socket = plain;
    if (socket != null) {
      try {
        socket.close();
      } catch (IOException alreadyClosed) {
        // Closed is what it should be.
      }
    }
  }

  /** Where the newest connection is written to, encrypted where it is. */
  OutputStream out() throws IOException {
    return spoken.getOutputStream();
  }

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
    plain = socket;
    spoken = socket;
    return socket;
  }

  /** The usual encrypted sockets, and a note of the newest. */
  private final class Tls extends SSLSocketFactory {
    private final SSLSocketFactory usual;

    Tls(SSLSocketFactory usual) {
      this.usual = usual;
    }

    @Override
    public Socket createSocket(Socket around, String host, int port, boolean autoClose)
        throws IOException {
      spoken = usual.createSocket(around, host, port, autoClose);
      return spoken;
    }

    @Override
    public String[] getDefaultCipherSuites() {
      return usual.getDefaultCipherSuites();
    }

    @Override
    public String[] getSupportedCipherSuites() {
      return usual.getSupportedCipherSuites();
    }

    @Override
    public Socket createSocket() throws IOException {
      return PromptSockets.this.createSocket();
    }

    @Override
    public Socket createSocket(String host, int port) throws IOException {
      return createSocket(PromptSockets.this.createSocket(host, port), host, port, true);
    }

    @Override
    public Socket createSocket(String host, int port, InetAddress from, int fromPort)
        throws IOException {
      return createSocket(
          PromptSockets.this.createSocket(host, port, from, fromPort), host, port, true);
    }

    @Override
    public Socket createSocket(InetAddress host, int port) throws IOException {
      return createSocket(
          PromptSockets.this.createSocket(host, port), host.getHostName(), port, true);
    }

    @Override
    public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort)
        throws IOException {
      return createSocket(
          PromptSockets.this.createSocket(host, port, from, fromPort),
          host.getHostName(),
          port,
          true);
    }
  }
}
