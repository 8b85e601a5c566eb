package jeton.standins.mailbox;

import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.InternetAddress;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.Stream;

/** Everything that arrived, kept as .eml files so that it is still there after a restart. */
public final class Mailbox {
  private static final Session SESSION = Session.getInstance(new Properties());
  private final Path folder;
  private final AtomicLong lastId = new AtomicLong();
  private final ConcurrentSkipListMap<Long, ReceivedEmail> byId = new ConcurrentSkipListMap<>();
  private final ConcurrentMap<String, ConcurrentSkipListMap<Long, ReceivedEmail>> byAddress =
      new ConcurrentHashMap<>();

  /** A mailbox in a folder, with what it held before. */
  public Mailbox(Path folder) {
    this.folder = folder;
    try {
      Files.createDirectories(folder);
      try (Stream<Path> files = Files.list(folder)) {
        files.filter(file -> file.toString().endsWith(".eml")).forEach(this::remember);
      }
    } catch (IOException unusable) {
      throw new UncheckedIOException(unusable);
    }
  }

  /** Keeps an email for one recipient. */
  void keep(String to, byte[] raw) throws IOException {
    long id = lastId.incrementAndGet();
    Files.write(file(id), raw);
    add(parse(id, to, raw));
  }

  private void add(ReceivedEmail email) {
    byId.put(email.id(), email);
    byAddress
        .computeIfAbsent(
            email.to().toLowerCase(Locale.ROOT), address -> new ConcurrentSkipListMap<>())
        .put(email.id(), email);
  }

  /** Everything, newest first. */
  public List<ReceivedEmail> all() {
    return List.copyOf(byId.descendingMap().values());
  }

  /** What arrived for an address, newest first; case does not matter. */
  public List<ReceivedEmail> to(String address) {
    String key = address.strip().toLowerCase(Locale.ROOT);
    var arrived = byAddress.get(key);
    return arrived == null ? List.of() : List.copyOf(arrived.descendingMap().values());
  }

  /** An email as it arrived. */
  public Optional<byte[]> raw(long id) {
    try {
      return byId.containsKey(id) ? Optional.of(Files.readAllBytes(file(id))) : Optional.empty();
    } catch (IOException gone) {
      throw new UncheckedIOException(gone);
    }
  }

  /** An email, parsed. */
  public Optional<MimeMessage> message(long id) {
    return raw(id).map(Mailbox::mime);
  }

  private void remember(Path file) {
    try {
      long id = Long.parseLong(file.getFileName().toString().replace(".eml", ""));
      byte[] raw = Files.readAllBytes(file);
      MimeMessage message = mime(raw);
      String to = ((InternetAddress) message.getAllRecipients()[0]).getAddress();
      add(parse(id, to, raw));
      lastId.accumulateAndGet(id, Math::max);
    } catch (IOException | MessagingException unreadable) {
      throw new IllegalStateException("The mailbox cannot read " + file, unreadable);
    }
  }

  private Path file(long id) {
    return folder.resolve(String.format(Locale.ROOT, "%08d.eml", id));
  }

  private static ReceivedEmail parse(long id, String to, byte[] raw) {
    try {
      MimeMessage message = mime(raw);
      String from =
          message.getFrom() == null ? "" : ((InternetAddress) message.getFrom()[0]).getAddress();
      Instant at =
          message.getSentDate() == null ? Instant.EPOCH : message.getSentDate().toInstant();
      String subject = message.getSubject() == null ? "" : message.getSubject();
      return new ReceivedEmail(id, from, to, subject, at);
    } catch (MessagingException unreadable) {
      throw new IllegalStateException(unreadable);
    }
  }

  private static MimeMessage mime(byte[] raw) {
    try {
      return new MimeMessage(SESSION, new ByteArrayInputStream(raw));
    } catch (MessagingException unreadable) {
      throw new IllegalStateException(unreadable);
    }
  }
}
