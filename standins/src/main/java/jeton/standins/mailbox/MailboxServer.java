package jeton.standins.mailbox;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import org.subethamail.smtp.MessageContext;
import org.subethamail.smtp.MessageHandler;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.server.SMTPServer;

/**
 * The mailbox's own mail server, on loopback. Takes everything but what its rules refuse: an
 * address whose local part begins with {@code gone.} is unknown here (550).
 */
public final class MailboxServer implements AutoCloseable {
  private final SMTPServer server;

  /** What the server says instead of taking an email. */
  public record Refusal(int code, String words) {}

  /** Refuses addresses that do not exist any more. */
  public static final Function<String, Optional<Refusal>> GONE =
      to ->
          to.startsWith("gone.")
              ? Optional.of(new Refusal(550, "5.1.1 No such mailbox"))
              : Optional.empty();

  private MailboxServer(SMTPServer server) {
    this.server = server;
  }

  /**
   * Starts.
   *
   * @param port 0 for a free one
   * @param refusals what to say to an address instead of 250
   */
  public static MailboxServer start(
      Mailbox mailbox, int port, Function<String, Optional<Refusal>> refusals) {
    SMTPServer server =
        SMTPServer.port(port)
            .bindAddress(InetAddress.getLoopbackAddress())
            .hostName("mailbox.example")
            .softwareName("Mailbox stand-in")
            .maxMessageSize(30 << 20)
            .messageHandlerFactory(context -> new Handler(context, mailbox, refusals))
            .build();
    server.start();
    return new MailboxServer(server);
  }

  /** Where it listens. */
  public int port() {
    return server.getPortAllocated();
  }

  @Override
  public void close() {
    server.stop();
  }

  private static final class Handler implements MessageHandler {
    private final Mailbox mailbox;
    private final Function<String, Optional<Refusal>> refusals;
    private final List<String> recipients = new ArrayList<>();

    Handler(MessageContext context, Mailbox mailbox, Function<String, Optional<Refusal>> refusals) {
      this.mailbox = mailbox;
      this.refusals = refusals;
    }

    @Override
    public void from(String from) {
      // Anybody may send here.
    }

    @Override
    public void recipient(String recipient) throws RejectException {
      Optional<Refusal> refusal = refusals.apply(recipient);
      if (refusal.isPresent()) {
        throw new RejectException(refusal.get().code(), refusal.get().words());
      }
      recipients.add(recipient);
    }

    @Override
    public String data(InputStream data) throws IOException {
      byte[] raw = data.readAllBytes();
      for (String recipient : recipients) {
        mailbox.keep(recipient, raw);
      }
      return null;
    }

    @Override
    public void done() {
      recipients.clear();
    }
  }
}
