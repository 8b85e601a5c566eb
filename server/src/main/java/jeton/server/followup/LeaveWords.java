package jeton.server.followup;

import java.util.List;
import java.util.Map;
import jeton.core.form.PageWords;
import jeton.server.business.Business;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/** The pages around leaving, in the owner's words and colours. */
@Component
public class LeaveWords {
  private final Business business;
  private final Pages pages;

  LeaveWords(Business business, Pages pages) {
    this.business = business;
    this.pages = pages;
  }

  ResponseEntity<String> ask(String to) {
    PageWords leave = business.now().settings().pages().leave();
    Map<String, Object> model = model(leave);
    model.put("action", List.of(Map.of("to", to, "words", "Leave the list")));
    return pages.answer(HttpStatus.OK, "words", model);
  }

  /** They have left. */
  public ResponseEntity<String> left() {
    return pages.answer(HttpStatus.OK, "words", model(business.now().settings().pages().left()));
  }

  ResponseEntity<String> unknown() {
    return pages.answer(
        HttpStatus.NOT_FOUND,
        "words",
        model(
            new PageWords(
                "This link does not work",
                "Part of it may be missing. Open it from the email again, or answer the email and ask to be taken off.")));
  }

  private Map<String, Object> model(PageWords words) {
    return Page.words(
        business.now().settings(), Page.looks(business.now().settings().pages().colours()), words);
  }
}
