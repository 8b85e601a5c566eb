package jeton.server.leaving;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import jeton.core.form.PageWords;
import jeton.server.business.Business;
import jeton.server.page.Page;
import jeton.server.page.Pages;
import jeton.server.people.Lists;
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

  /**
   * Asks what they want to leave.
   *
   * @param lists they are on; one is left as a whole, of several each can be kept
   */
  ResponseEntity<String> ask(String to, List<Lists.Membership> lists) {
    PageWords leave = business.now().settings().pages().leave();
    Map<String, Object> model = model(leave);
    if (lists.size() > 1) {
      model.put("lists", Map.of("to", to, "each", lists.stream().map(LeaveWords::line).toList()));
    }
    model.put(
        "action",
        List.of(Map.of("to", to, "words", lists.size() > 1 ? "Leave all" : "Leave the list")));
    return pages.answer(HttpStatus.OK, "words", model);
  }

  private static Map<String, Object> line(Lists.Membership list) {
    return Map.of("id", list.listId(), "name", list.name(), "sentence", list.sentence());
  }

  /** They left some lists and stay on these. */
  ResponseEntity<String> kept(List<Lists.Membership> stays) {
    String names = stays.stream().map(Lists.Membership::name).collect(Collectors.joining(", "));
    return pages.answer(
        HttpStatus.OK,
        "words",
        model(new PageWords("Kept as you chose", "You still get: " + names + ".")));
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
