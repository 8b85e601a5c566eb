package jeton.standins.mailbox;

import com.samskivert.mustache.Mustache;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** Shows the mailbox: who got something, what, and each email as HTML, plain text or raw. */
@RestController
@RequestMapping("/standins/mailbox")
public class MailboxPages {
  private static final MediaType EML = MediaType.parseMediaType("message/rfc822");
  private static final DateTimeFormatter WHEN =
      DateTimeFormatter.ofPattern("EEE d MMM, HH:mm", Locale.UK)
          .withZone(ZoneId.of("Europe/Dublin"));
  private final Mailbox mailbox;
  private final com.samskivert.mustache.Template page;

  public MailboxPages(Mailbox mailbox) {
    this.mailbox = mailbox;
    try (var source =
        new InputStreamReader(
            new ClassPathResource("standins/mailbox.mustache").getInputStream(),
            StandardCharsets.UTF_8)) {
      this.page = Mustache.compiler().escapeHTML(true).defaultValue("").compile(source);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  @GetMapping
  ResponseEntity<String> show(
      @RequestParam(defaultValue = "") String to,
      @RequestParam Optional<Long> id,
      @RequestParam(defaultValue = "html") String as) {
    List<ReceivedEmail> all = mailbox.all();
    String address = to.isEmpty() && !all.isEmpty() ? all.get(0).to() : to;
    List<ReceivedEmail> thread = mailbox.to(address);
    Optional<ReceivedEmail> chosen =
        id.flatMap(wanted -> thread.stream().filter(e -> e.id() == wanted).findFirst())
            .or(() -> thread.stream().findFirst());
    Map<String, Object> model = new HashMap<>();
    model.put("nothing", all.isEmpty());
    model.put("addresses", addresses(all, address));
    model.put("address", address);
    model.put("thread", thread.stream().map(e -> row(e, chosen)).toList());
    model.put("chosen", chosen.map(e -> List.of(chosen(e, as))).orElse(List.of()));
    return ResponseEntity.ok()
        .contentType(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8))
        .header("Cache-Control", "no-store")
        .body(page.execute(model));
  }

  @GetMapping(path = "/api/messages", produces = MediaType.APPLICATION_JSON_VALUE)
  List<ReceivedEmail> list(@RequestParam(defaultValue = "") String to) {
    return to.isEmpty() ? mailbox.all() : mailbox.to(to);
  }

  @GetMapping("/api/messages/{id}.eml")
  ResponseEntity<byte[]> raw(@PathVariable long id) {
    return ResponseEntity.ok()
        .contentType(EML)
        .body(mailbox.raw(id).orElseThrow(MailboxPages::notHere));
  }

  /** The HTML part as a mail program would show it: no scripts, links open in a new tab. */
  @GetMapping("/messages/{id}/html")
  ResponseEntity<String> html(@PathVariable long id) {
    String html = part(id, "text/html");
    return ResponseEntity.ok()
        .contentType(new MediaType(MediaType.TEXT_HTML, StandardCharsets.UTF_8))
        .header(
            "Content-Security-Policy",
            "default-src 'none'; img-src 'self'; style-src 'unsafe-inline'")
        .body(html.replaceFirst("(?i)<head([^>]*)>", "<head$1><base target=\"_blank\">"));
  }

  @GetMapping("/messages/{id}/plain")
  ResponseEntity<String> plain(@PathVariable long id) {
    return ResponseEntity.ok()
        .contentType(new MediaType(MediaType.TEXT_PLAIN, StandardCharsets.UTF_8))
        .body(part(id, "text/plain"));
  }

  @GetMapping("/messages/{id}/raw")
  ResponseEntity<byte[]> source(@PathVariable long id) {
    return ResponseEntity.ok()
        .contentType(new MediaType(MediaType.TEXT_PLAIN, StandardCharsets.UTF_8))
        .body(mailbox.raw(id).orElseThrow(MailboxPages::notHere));
  }

  private String part(long id, String type) {
    MimeMessage message = mailbox.message(id).orElseThrow(MailboxPages::notHere);
    try {
      return find(message.getContent(), type).orElse("");
    } catch (IOException | MessagingException unreadable) {
      throw new IllegalStateException(unreadable);
    }
  }

  private static Optional<String> find(Object content, String type)
      throws IOException, MessagingException {
    if (content instanceof Multipart parts) {
      for (int i = 0; i < parts.getCount(); i++) {
        BodyPart part = parts.getBodyPart(i);
        if (part.isMimeType(type)) {
          return Optional.of(part.getContent().toString());
        }
      }
    }
    return Optional.empty();
  }

  private static List<Map<String, Object>> addresses(List<ReceivedEmail> all, String chosen) {
    Map<String, Integer> counts = new LinkedHashMap<>();
    all.forEach(email -> counts.merge(email.to(), 1, Integer::sum));
    List<Map<String, Object>> rows = new ArrayList<>();
    counts.forEach(
        (address, count) ->
            rows.add(
                Map.of(
                    "address",
                    address,
                    "count",
                    count == 1 ? "1 email" : count + " emails",
                    "current",
                    address.equalsIgnoreCase(chosen))));
    return rows;
  }

  private static Map<String, Object> row(ReceivedEmail email, Optional<ReceivedEmail> chosen) {
    return Map.of(
        "id", email.id(),
        "subject", email.subject(),
        "at", WHEN.format(email.at()),
        "current", chosen.isPresent() && chosen.get().id() == email.id());
  }

  private static Map<String, Object> chosen(ReceivedEmail email, String as) {
    Map<String, Object> model = new HashMap<>();
    model.put("id", email.id());
    model.put("subject", email.subject());
    model.put("from", email.from());
    model.put("at", WHEN.format(email.at()));
    model.put("as", as.equals("plain") || as.equals("raw") ? as : "html");
    model.put("isHtml", !as.equals("plain") && !as.equals("raw"));
    model.put("isPlain", as.equals("plain"));
    model.put("isRaw", as.equals("raw"));
    return model;
  }

  private static ResponseStatusException notHere() {
    return new ResponseStatusException(HttpStatus.NOT_FOUND, "No such email");
  }
}
