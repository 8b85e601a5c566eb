package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** One person's letters in the mailbox stand-in, and what they do with them. */
final class Letters {
  private static final String MAILBOX = "/standins/mailbox/api/messages";
  private final Demo demo;
  private final String address;

  Letters(Demo demo, String address) {
    this.demo = demo;
    this.address = address;
  }

  /** All of them, the newest first. */
  JsonNode all() {
    return new JsonMapper().readTree(get(MAILBOX + "?to=" + address));
  }

  /** Their subjects, the newest first. */
  List<String> subjects() {
    return all().valueStream().map(m -> m.get("subject").asString()).toList();
  }

  /** A link that begins so, of the newest letter that has one. */
  String link(String path) {
    Pattern begins = Pattern.compile(Pattern.quote(path) + "[A-Za-z0-9_-]{18,}");
    for (JsonNode letter : all()) {
      String raw = get(MAILBOX + "/" + letter.get("id") + ".eml").replace("=\r\n", "");
      Matcher link = begins.matcher(raw);
      if (link.find()) {
        return link.group();
      }
    }
    throw new AssertionError("No letter to " + address + " has a link " + path);
  }

  private String get(String path) {
    return demo.visitor().request().get(path).text();
  }

  /** Signs up by a hosted page, waits for the letter, and confirms by it. */
  void signUpAndConfirm(Page visitor, String page) {
    visitor.navigate(page);
    visitor.locator("[name=email]").fill(address);
    if (visitor.getByRole(AriaRole.CHECKBOX).count() > 0) {
      visitor.getByRole(AriaRole.CHECKBOX).check();
    }
    visitor.locator("form button[type=submit]").click();
    assertThat(visitor.getByRole(AriaRole.HEADING)).hasText("Nearly there");
    visitor.waitForCondition(() -> !all().isEmpty());
    visitor.navigate(link("/c/"));
    visitor
        .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Confirm my address"))
        .click();
  }
}
