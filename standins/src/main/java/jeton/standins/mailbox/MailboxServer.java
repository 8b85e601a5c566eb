package jeton.standins.mailbox;

import java.io.IOException;
import java.io.InputStream;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import java.util.function.Function;
import org.subethamail.smtp.DropConnectionException;
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
    return start(mailbox, port, refusals, new Conduct(new Manners(), mail -> {}));
  }

  /**
   * How it behaves, and where it sends mails back to.
   *
   * @param sendBack gets a whole mail as it would arrive
   */
  public record Conduct(Manners manners, Consumer<byte[]> sendBack) {}

  /** Starts with manners that can be changed. */
  public static MailboxServer start(
      Mailbox mailbox, int port, Function<String, Optional<Refusal>> refusals, Conduct conduct) {
    SMTPServer server =
        SMTPServer.port(port)
            .bindAddress(InetAddress.getLoopbackAddress())
            .hostName("mailbox.example")
            .softwareName("Mailbox stand-in")
            .maxMessageSize(30 << 20)
            .messageHandlerFactory(context -> new Handler(mailbox, refusals, conduct))
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
    private final Conduct conduct;
    private final List<String> recipients = new ArrayList<>();

    Handler(Mailbox mailbox, Function<String, Optional<Refusal>> refusals, Conduct conduct) {
      this.mailbox = mailbox;
      this.refusals = refusals;
      this.conduct = conduct;
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
      Manners.Manner manner = conduct.manners().towards(recipient);
      if (manner.answer() > 0) {
        throw new RejectException(manner.answer(), "as the mailbox was told");
      }
      recipients.add(recipient);
    }

    @Override
    public String data(InputStream data) throws IOException, DropConnectionException {
      byte[] raw = data.readAllBytes();
      for (String recipient : recipients) {
        take(recipient, raw, conduct.manners().towards(recipient));
      }
      return null;
    }

    private void take(String recipient, byte[] raw, Manners.Manner manner)
        throws IOException, DropConnectionException {
      if (manner.delayMs() > 0) {
        LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(manner.delayMs()));
      }
      if (manner.drops()) {
        throw new DropConnectionException(421, "as the mailbox was told");
      }
      if (manner.bounces()) {
        conduct.sendBack().accept(Returns.bounce(raw, recipient, "5.1.1", "550 no such mailbox"));
        return;
      }
      mailbox.keep(recipient, raw);
      if (manner.complains()) {
        conduct.sendBack().accept(Returns.complaint(raw, recipient));
      }
    }

    @Override
    public void done() {
      recipients.clear();
    }
  }
}
