package jeton.standins.mailbox;

import com.samskivert.mustache.Mustache;
import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.internet.MimeMessage;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.net.URI;
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
import org.springframework.web.bind.annotation.PostMapping;
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
  private static final Map<String, String> CHOICES = choices();

  private static Map<String, String> choices() {
    Map<String, String> choices = new LinkedHashMap<>();
    choices.put("take", "takes every email");
    choices.put("451", "says “not now” (451)");
    choices.put("452", "says that it is full (452)");
    choices.put("550", "refuses the address (550)");
    choices.put("554", "refuses the email (554)");
    choices.put("drop", "hangs up in the middle");
    choices.put("bounce", "takes it, then sends it back");
    choices.put("complain", "takes it, then complains");
    return choices;
  }

  private final Mailbox mailbox;
  private final Manners manners;
  private final com.samskivert.mustache.Template page;

  public MailboxPages(Mailbox mailbox, Manners manners) {
    this.mailbox = mailbox;
    this.manners = manners;
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
    model.put("manner", mannerModel(manners.now()));
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

  /** What the form on its page says: what is left out is as usual. */
  @PostMapping("/manners")
  ResponseEntity<Void> behave(
      @RequestParam(defaultValue = "") String to,
      @RequestParam(defaultValue = "0") int delayMs,
      @RequestParam(defaultValue = "take") String does) {
    int answer = does.matches("[45]\\d\\d") ? Integer.parseInt(does) : 0;
    manners.become(
        new Manners.Manner(
            to,
            delayMs,
            answer,
            does.equals("drop"),
            does.equals("bounce"),
            does.equals("complain")));
    return ResponseEntity.status(HttpStatus.SEE_OTHER)
        .location(URI.create("/standins/mailbox"))
        .build();
  }

  private static Map<String, Object> mannerModel(Manners.Manner manner) {
    String does =
        manner.answer() > 0
            ? Integer.toString(manner.answer())
            : manner.drops()
                ? "drop"
                : manner.bounces() ? "bounce" : manner.complains() ? "complain" : "take";
    List<Map<String, Object>> choices = new ArrayList<>();
    CHOICES.forEach(
        (value, words) ->
            choices.add(Map.of("value", value, "words", words, "chosen", value.equals(does))));
    return Map.of(
        "to", manner.to(),
        "delayMs", manner.delayMs(),
        "choices", choices,
        "good", manner.equals(Manners.Manner.GOOD));
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
