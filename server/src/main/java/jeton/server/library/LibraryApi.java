package jeton.server.library;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
import jeton.core.email.EmailContent;
import jeton.server.email.EmailExport;
import jeton.server.email.Emails;
import jeton.server.mail.OutgoingEmail;
import jeton.server.problem.Refused;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** All emails, layouts, import and export over HTTP. */
@RestController
@RequestMapping("/api/emails")
class LibraryApi {
  private static final int MOST_HTML = 1_000_000;
  private final EmailLibrary library;
  private final Emails emails;
  private final EmailExport export;
  private final SegmentChoices choices;

  LibraryApi(EmailLibrary library, Emails emails, EmailExport export, SegmentChoices choices) {
    this.library = library;
    this.emails = emails;
    this.export = export;
    this.choices = choices;
  }

  record LayoutMade(String name, EmailContent content) {}

  record HtmlToImport(String html) {}

  record EmailToExport(OutgoingEmail.Kind kind, EmailContent content) {}

  @GetMapping
  EmailLibrary.LibraryPage page(
      @RequestParam Optional<String> words,
      @RequestParam(defaultValue = "false") boolean shareable,
      @RequestParam Optional<Integer> page) {
    return library.page(words, shareable, page);
  }

  /** What conditions about people can name. */
  @GetMapping("/choices")
  SegmentChoices.PeopleChoices choices() {
    return choices.all();
  }

  @GetMapping("/layouts")
  List<Emails.EmailLayout> layouts() {
    return emails.layouts();
  }

  @PostMapping("/layouts")
  List<Emails.EmailLayout> addLayout(@RequestBody LayoutMade layout) {
    return emails.addLayout(layout.name(), layout.content());
  }

  @DeleteMapping("/layouts/{id}")
  List<Emails.EmailLayout> deleteLayout(@PathVariable long id) {
    return emails.deleteLayout(id);
  }

  /** Nothing is saved: the email made of it is the owner's to look at first. */
  @PostMapping("/import")
  EmailImport.Imported importHtml(@RequestBody HtmlToImport html) {
    if (html.html().length() > MOST_HTML) {
      throw new Refused("html", "too_large", "HTML of up to 1 MB can be brought in.");
    }
    return EmailImport.of(html.html());
  }

  @PostMapping(path = "/export/eml", produces = "message/rfc822")
  ResponseEntity<byte[]> eml(@RequestBody EmailToExport email) {
    return file("email.eml", "message/rfc822", export.eml(email.kind(), email.content()));
  }

  @PostMapping(path = "/export/html", produces = MediaType.TEXT_HTML_VALUE)
  ResponseEntity<byte[]> html(@RequestBody EmailToExport email) {
    return file(
        "email.html",
        MediaType.TEXT_HTML_VALUE,
        export.html(email.kind(), email.content()).getBytes(StandardCharsets.UTF_8));
  }

  private static ResponseEntity<byte[]> file(String name, String type, byte[] content) {
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType(type))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .body(content);
  }
}
