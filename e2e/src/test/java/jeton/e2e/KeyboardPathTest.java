package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.LoadState;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** The main path without a mouse: the owner's from signing in to going live, and the visitor's. */
class KeyboardPathTest {
  private static final int MOST_TABS = 160;
  private static final byte[] PLAN = "%PDF-1.4\n%%EOF\n".getBytes(StandardCharsets.US_ASCII);

  // What a screen reader would say of what has the focus, near enough to find it by.
  private static final String NAME =
      """
      () => {
        const e = document.activeElement
        const labels = e.labels ? [...e.labels].map((label) => label.textContent).join(' ') : ''
        return (e.getAttribute('aria-label') || labels || e.innerText || '').trim().replace(/\\s+/g, ' ')
      }
      """;
  // Fields show it by their own line; of a preview it is the page in it that has the focus.
  private static final String IN_SIGHT =
      """
      () => {
        const e = document.activeElement
        const style = getComputedStyle(e)
        const field = e.closest('.v-field, .v-selection-control, .tiptap, .v-chip, iframe')
        return !!field || style.outlineStyle !== 'none'
      }
      """;

  private static final String OUTSIDE = "() => document.activeElement.outerHTML.slice(0, 200)";

  private final Demo demo = Demo.get();

  @Test
  void anOfferIsMade_writtenFor_andGoesLive_andAVisitorSignsUp() {
    Page page = demo.visitor().newPage();
    page.navigate("/app/sign-in");
    type(page, "^Email", Demo.OWNER);
    type(page, "^Password", Demo.PASSWORD);
    page.keyboard().press("Enter");
    page.waitForURL("**/today**");

    press(page, "^Offers$");
    page.waitForURL("**/offers");
    press(page, "^Make an offer$");
    page.getByRole(AriaRole.DIALOG).waitFor();
    type(page, "^What is it called", "Fold by keys");
    press(page, "^Make it$");
    page.waitForURL("**/give");
    page.waitForLoadState(LoadState.NETWORKIDLE);
    tabTo(page, "^Choose a file");
    // What the button opens is the system's own window, which no test drives.
    page.locator("[data-testid=file-picker]")
        .setInputFiles(new FilePayload("fold.pdf", "application/pdf", PLAN));
    assertThat(
            page.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Replace fold.pdf")))
        .isVisible();

    press(page, "^Ask");
    page.waitForURL("**/ask");
    press(page, "^Words ");
    type(page, "^Headline", "Fold it by keys");
    assertThat(page.frameLocator("iframe[title='Hosted page']").getByRole(AriaRole.HEADING))
        .hasText("Fold it by keys");

    press(page, "^Follow up");
    page.waitForURL("**/follow-up");
    press(page, "^Add an email$");
    type(page, "^Subject$", "How did it fold?");
    tabTo(page, "^Draft: it is passed over");
    page.keyboard().press("Space");
    assertThat(page.getByLabel("Ready: it is sent")).isChecked();
    assertThat(page.getByText(Pattern.compile("^Saved \\d"))).isVisible();

    press(page, "^Go live$");
    assertThat(page.locator(".mark.live")).hasText("Live");
    press(page, "^Pause$");
    assertThat(page.getByText("Paused: its page takes no sign-ups.")).isVisible();
    press(page, "^Undo: Paused");
    assertThat(page.locator(".mark.live")).hasText("Live");
    String address = page.locator(".head a[target=_blank]").getAttribute("href");

    page.navigate(address);
    type(page, "^First name", "Imogen");
    type(page, "^Email", "keys." + System.currentTimeMillis() + "@letters.test");
    tabTo(page, "^Send me");
    page.keyboard().press("Space");
    page.keyboard().press("Enter");
    assertThat(page.getByRole(AriaRole.HEADING)).hasText("Nearly there");
    page.context().close();
  }

  private static void press(Page page, String name) {
    tabTo(page, name);
    page.keyboard().press("Enter");
  }

  private static void type(Page page, String name, String words) {
    tabTo(page, name);
    page.keyboard().press("Control+A");
    page.keyboard().type(words);
  }

  /** Goes on by Tab until something of a name has the focus, which can be seen at each step. */
  private static void tabTo(Page page, String name) {
    Pattern wanted = Pattern.compile(name);
    StringBuilder passed = new StringBuilder();
    for (int tabs = 0; tabs < MOST_TABS; tabs++) {
      String here = (String) page.evaluate(NAME);
      if (wanted.matcher(here).find()) {
        return;
      }
      passed.append(" · ").append(here, 0, Math.min(30, here.length()));
      page.keyboard().press("Tab");
      if (!"BODY".equals(page.evaluate("() => document.activeElement.tagName"))
          && !Boolean.TRUE.equals(page.evaluate(IN_SIGHT))) {
        throw new AssertionError("The focus cannot be seen on: " + page.evaluate(OUTSIDE));
      }
    }
    throw new AssertionError("No Tab leads to “" + name + "”:" + passed);
  }
}
