package jeton.server.notice;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import jeton.core.form.PageWords;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/**
 * {@code /n/{token}}: where a further address says whether it wants to be told what happens. Only a
 * pressed button changes anything; mail programs stop them in one click (RFC 8058).
 */
@RestController
class NoticePage {
  private final NoticeReaders readers;
  private final Business business;
  private final Pages pages;

  NoticePage(NoticeReaders readers, Business business, Pages pages) {
    this.readers = readers;
    this.business = business;
    this.pages = pages;
  }

  @GetMapping("/n/{token}")
  ResponseEntity<String> show(@PathVariable String token) {
    Optional<NoticeReader> reader = readers.byToken(token);
    return reader.isPresent() ? page(token, reader.get()) : unknown();
  }

  @PostMapping("/n/{token}")
  ResponseEntity<String> answer(
      @PathVariable String token,
      @RequestParam(name = "List-Unsubscribe", defaultValue = "") String oneClick,
      @RequestParam(defaultValue = "") String choice) {
    Optional<NoticeReader> reader = readers.byToken(token);
    if (reader.isEmpty()) {
      return unknown();
    }
    if (oneClick.isEmpty() && choice.equals("yes")) {
      readers.confirm(reader.get());
    } else {
      readers.stop(reader.get());
    }
    return page(token, readers.get(reader.get().id()));
  }

  private ResponseEntity<String> page(String token, NoticeReader reader) {
    String name = business.now().settings().name();
    return reader.isTold()
        ? words(
            HttpStatus.OK,
            new PageWords(
                "You are told what happens at " + name,
                "Emails about it go to " + reader.email() + "."),
            Optional.of(action(token, "no", "Stop these emails")))
        : words(
            HttpStatus.OK,
            new PageWords(
                reader.stoppedAt().isPresent()
                    ? "Nothing more is sent to you"
                    : "Do you want to hear what happens at " + name + "?",
                reader.stoppedAt().isPresent()
                    ? "If that was a mistake, press the button."
                    : "Emails about sign-ups, prizes or trouble would go to "
                        + reader.email()
                        + "."),
            Optional.of(action(token, "yes", "Yes, send them to me")));
  }

  private static Map<String, Object> action(String token, String choice, String label) {
    return Map.of("to", "/n/" + token + "?choice=" + choice, "words", label);
  }

  private ResponseEntity<String> unknown() {
    return words(
        HttpStatus.NOT_FOUND,
        new PageWords(
            "This link does not work",
            "Part of it may be missing, or the address was taken off. Nothing is sent to it then."),
        Optional.empty());
  }

  private ResponseEntity<String> words(
      HttpStatus status, PageWords words, Optional<Map<String, Object>> action) {
    BusinessSettings settings = business.now().settings();
    Map<String, Object> model = Page.words(settings, Page.looks(settings.pages().colours()), words);
    action.ifPresent(one -> model.put("action", List.of(one)));
    return pages.answer(status, "words", model);
  }
}
