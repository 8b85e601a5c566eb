package jeton.standins.resolver;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.xbill.DNS.DClass;
import org.xbill.DNS.Flags;
import org.xbill.DNS.Message;
import org.xbill.DNS.Name;
import org.xbill.DNS.Rcode;
import org.xbill.DNS.Record;
import org.xbill.DNS.Section;
import org.xbill.DNS.TXTRecord;
import org.xbill.DNS.Type;

/** A name server on loopback (RFC 1035, UDP) that knows the TXT records it was told. */
public final class Resolver implements AutoCloseable {
  private static final int LARGEST = 4096;
  private static final int PIECE = 255;
  private static final long TTL_SECONDS = 60;
  private final DatagramSocket socket;
  private final Map<String, List<String>> texts = new ConcurrentHashMap<>();

  private Resolver(DatagramSocket socket) {
    this.socket = socket;
  }

  /** Starts on a free port. */
  public static Resolver start() {
    try {
      Resolver resolver = new Resolver(new DatagramSocket(0, InetAddress.getLoopbackAddress()));
      Thread thread = new Thread(resolver::serve, "resolver-stand-in");
      thread.setDaemon(true);
      thread.start();
      return resolver;
    } catch (IOException unavailable) {
      throw new UncheckedIOException(unavailable);
    }
  }

  /** Host and port. */
  public String address() {
    return "127.0.0.1:" + socket.getLocalPort();
  }

  /** Has a name say this from now on; nothing takes its records away. */
  public void says(String name, String... records) {
    texts.put(key(name), List.of(records));
  }

  @Override
  public void close() {
    socket.close();
  }

  private void serve() {
    byte[] buffer = new byte[LARGEST];
    while (!socket.isClosed()) {
      try {
        DatagramPacket question = new DatagramPacket(buffer, buffer.length);
        socket.receive(question);
        byte[] asked = java.util.Arrays.copyOf(question.getData(), question.getLength());
        byte[] answer = answer(new Message(asked)).toWire(LARGEST);
        socket.send(new DatagramPacket(answer, answer.length, question.getSocketAddress()));
      } catch (IOException closedOrNonsense) {
        // A question that cannot be read is not answered; a closed socket ends the loop.
      }
    }
  }

  private Message answer(Message query) {
    Record question = query.getQuestion();
    Message answer = new Message(query.getHeader().getID());
    answer.getHeader().setFlag(Flags.QR);
    answer.getHeader().setFlag(Flags.AA);
    answer.addRecord(question, Section.QUESTION);
    Name name = question.getName();
    List<String> known = texts.getOrDefault(key(name.toString(true)), List.of());
    if (known.isEmpty()) {
      answer.getHeader().setRcode(Rcode.NXDOMAIN);
    } else if (question.getType() == Type.TXT) {
      known.forEach(
          text ->
              answer.addRecord(
                  new TXTRecord(name, DClass.IN, TTL_SECONDS, pieces(text)), Section.ANSWER));
    }
    return answer;
  }

  private static List<String> pieces(String text) {
    List<String> pieces = new ArrayList<>();
    for (int from = 0; from < text.length(); from += PIECE) {
      pieces.add(text.substring(from, Math.min(text.length(), from + PIECE)));
    }
    return pieces;
  }

  private static String key(String name) {
    return name.toLowerCase(Locale.ROOT).replaceAll("\\.$", "");
  }
}
