package jeton.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What holds in every dialog: it has a name, takes the focus, can be read, and goes by Escape. */
class EveryDialogTest {

  /**
   * A dialog and the way to it.
   *
   * @param screen where it is opened; a kind of offer stands for that offer's address
   * @param presses what is pressed, by name, one after the other
   */
  private record Opening(String name, String screen, String... presses) {}

  private static final List<Opening> DIALOGS =
      List.of(
          new Opening("A new offer", "/app/offers", "Make an offer"),
          new Opening("Search", "/app/today", "Search"),
          new Opening("Keys", "/app/today", "Signed in as", "Keys"),
          new Opening("Add a form", "/app/offers/1/ask", "Add a form"),
          new Opening("Start from a layout", "/app/offers/1/confirm", "Layouts"),
          new Opening("Save as a layout", "/app/offers/1/confirm", "Save as a layout"),
          new Opening("Send a test", "/app/offers/1/confirm", "Send a test|Send me a test"),
          new Opening(
              "Where the link leads", "/app/offers/1/confirm", "Change block \\d+, Text", "Link$"),
          new Opening("Crop the picture", "/app/offers/1/ask?part=looks", "Crop it"),
          new Opening("Add people", "/app/sequences/1", "Add people"),
          new Opening("Use an existing email", "/app/sequences/1", "Use an existing email"),
          new Opening("Make a sequence", "/app/emails/sequences", "Make a sequence"),
          new Opening("Reachable again", "/app/emails/engine?pile=FAILED", "Reachable again…"),
          new Opening("Do it for real", "/app/offers/1/rehearsal", "Do it for real"),
          new Opening("Ask · what the page says", "/app/offers/1/rehearsal", "Look at it: Ask"),
          new Opening("A picture of it", "/app/offers/1/ask?part=looks", "Make a picture of it"),
          new Opening("Remove this file", "/app/offers/1/give", "Remove "),
          new Opening("used", "COUPON/give", "Import used codes"),
          new Opening("Start from a quiz", "QUIZ/give", "Start from another"),
          new Opening("Even it out", "QUIZ/give", "Even it out"),
          new Opening(
              "As real people get it|Send", "/app/mailings/3", "Look it over and send|Send"),
          new Opening("Lists", "/app/people", "Lists"),
          new Opening("Stop their emails?", "/app/people/1", "Stop their emails"),
          new Opening("address", "/app/people/1", "More", "Merge with another address…"),
          new Opening("Erase this person?", "/app/people/1", "More", "Erase this person…"),
          new Opening("Remove this site?", "/app/site", "Remove"),
          new Opening("Delete “", "/app/setup", "Delete the tag"),
          new Opening("Make another key?", "/app/setup", "Make another key"),
          new Opening("as a digest", "/app/setup", "Preview today’s"),
          new Opening("Import HTML", "/app/offers/1/confirm", "Import and export", "Import HTML"),
          new Opening("with another sequence", "/app/offers/1/follow-up", "Use another sequence"),
          new Opening("Withdraw this code?", "COUPON/codes", "Withdraw "),
          new Opening("budget", "WHEEL/give", "Fit to a budget"),
          new Opening("Give their spins back?", "WHEEL/spins", "Give .* their spins back"),
          new Opening("Rename the segment", "/app/people?segment=1", "Rename"),
          new Opening("Remove this segment?", "/app/people?segment=1", "Remove$"),
          new Opening("Remove this list?", "/app/people", "Lists", "Remove The|Remove "));

  private static final double PATIENCE_MS = 10_000;

  private final Demo demo = Demo.get();

  @Test
  void eachHasAName_takesTheFocus_canBeReadInBothLooks_andGoesByEscape() {
    Page page = demo.owner();
    page.setDefaultTimeout(PATIENCE_MS);
    List<String> faults = new ArrayList<>();
    for (Opening opening : DIALOGS) {
      try {
        look(page, opening, faults);
      } catch (TimeoutError | AssertionError away) {
        faults.add(opening.name() + ": " + away.getMessage().lines().limit(4).toList());
      }
    }
    page.context().close();
    assertThat(faults).isEmpty();
  }

  private void look(Page page, Opening opening, List<String> faults) {
    page.navigate(address(page, opening.screen()));
    page.locator("main h1").first().waitFor();
    for (String press : opening.presses()) {
      page.locator("button, [role=listitem], .v-list-item, a.v-btn")
          .filter(new Locator.FilterOptions().setVisible(true))
          .and(
              page.getByRole(AriaRole.BUTTON, named(press))
                  .or(page.locator(".v-list-item", words(press)))
                  .or(page.getByRole(AriaRole.LINK, named(press))))
          .first()
          .click();
    }
    Locator dialog =
        page.getByRole(
            AriaRole.DIALOG,
            new Page.GetByRoleOptions()
                .setName(Pattern.compile(opening.name(), Pattern.CASE_INSENSITIVE)));
    dialog.first().waitFor();
    page.waitForFunction("() => document.activeElement.closest('[role=dialog], .v-overlay')");
    for (ColorScheme look : List.of(ColorScheme.LIGHT, ColorScheme.DARK)) {
      page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(look));
      Demo.seriousFaults(page, axe -> axe.include(".v-overlay--active"))
          .forEach(fault -> faults.add(opening.name() + ", " + look + ": " + fault));
    }
    page.keyboard().press("Escape");
    dialog.first().waitFor(new Locator.WaitForOptions().setState(WaitForSelectorState.HIDDEN));
  }

  private String address(Page page, String screen) {
    String kind = screen.replaceAll("/.*", "");
    return kind.isEmpty() ? screen : demo.offerOf(page, kind) + screen.substring(kind.length());
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(Pattern.compile("^(" + name + ")"));
  }

  private static Page.LocatorOptions words(String name) {
    return new Page.LocatorOptions().setHasText(Pattern.compile("^\\s*(" + name + ")"));
  }
}
