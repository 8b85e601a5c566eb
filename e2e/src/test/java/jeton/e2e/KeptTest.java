package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;
import java.io.ByteArrayInputStream;
import java.util.List;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.regex.Pattern;
import jeton.core.email.EmailBlock;
import jeton.server.offer.OfferFiles;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What one types is kept: by every way of leaving, right after the last key, in every editor. */
class KeptTest {
  private final Demo demo = Demo.get();

  /** A place to type. */
  enum Editor {
    CONFIRM("/app/offers/%d/confirm", "Subject", "/api/offers/%d"),
    FORM("/app/offers/%d/ask", "Your name for it", "/api/offers/%d/forms"),
    SEQUENCE("/app/offers/%d/follow-up", "Subject", "/api/offers/%d/follow-up"),
    SETUP("/app/setup", "Sender's name", "/api/business");

    private final String at;
    private final String label;
    private final String api;

    Editor(String at, String label, String api) {
      this.at = at;
      this.label = label;
      this.api = api;
    }

    Locator field(Page page) {
      return page.getByRole(
          AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName(label).setExact(true));
    }
  }

  /** A way to leave it. */
  enum Way {
    LINK(page -> page.getByRole(AriaRole.LINK, named("People")).first().click()),
    BACK(Page::goBack),
    FINDER(
        page -> {
          page.keyboard().press("Control+k");
          page.getByRole(AriaRole.COMBOBOX, named("^Search offers")).fill("Find me elsewhere");
          page.getByRole(AriaRole.OPTION, named("Find me elsewhere")).first().click();
        }),
    CLOSE(page -> page.close(new Page.CloseOptions().setRunBeforeUnload(true)));

    private final Consumer<Page> go;

    Way(Consumer<Page> go) {
      this.go = go;
    }
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(Pattern.compile(name));
  }

  private long offer(String name) {
    return demo.offer(name, EmailBlock.text("<p>Hello</p>"));
  }

  private static String words() {
    return "Kept " + UUID.randomUUID().toString().substring(0, 8);
  }

  private void at(Page page, Editor editor, long offer) {
    page.navigate(editor.at.formatted(offer));
  }

  /** Types, and is done with the last key. */
  private static void type(Locator field, String words) {
    // A click could hit a fill-in, whose own field opens a moment later and takes the rest of the
    // words.
    field.focus();
    // Plain fields are written anew; what is rich has more in it than words.
    field.press("INPUT".equals(field.evaluate("f => f.tagName")) ? "Control+a" : "End");
    field.pressSequentially(" " + words);
  }

  @ParameterizedTest
  @EnumSource
  void whatIsTyped_isSaved_byEveryWayOfLeaving(Editor editor) {
    long id = offer("Left by every way " + editor);
    offer("Find me elsewhere");
    Page page = demo.owner();
    Page looking = page.context().newPage();
    for (Way way : Way.values()) {
      String words = words();
      at(page, editor, id);
      type(editor.field(page), words);
      way.go.accept(page);
      assertSaved(looking, editor, id, words, way);
    }
    page.context().close();
  }

  /** With the server, not only in this browser. */
  private static void assertSaved(Page looking, Editor editor, long id, String words, Way way) {
    String path = editor.api.formatted(id);
    try {
      looking.waitForCondition(() -> looking.request().get(path).text().contains(words));
    } catch (TimeoutError late) {
      throw new AssertionError(
          "%s of %s, left by %s, is not in %s"
              .formatted(words, editor, way, looking.request().get(path).text()),
          late);
    }
  }

  @Test
  void goingLive_takesAlongWhatIsBeingTyped_inTheOfferAndInAForm() {
    for (Editor editor : List.of(Editor.CONFIRM, Editor.FORM)) {
      long id = offer("Live with " + editor);
      demo.bean(OfferFiles.class)
          .addFile(id, "plan.txt", new ByteArrayInputStream(new byte[] {'x'}));
      Page page = demo.owner();
      at(page, editor, id);
      String words = words();
      type(editor.field(page), words);
      page.getByRole(AriaRole.BUTTON, named("^Go live$")).click();
      assertLive(page);
      // By the time it is live, not some time later.
      assertThat(page.request().get(editor.api.formatted(id)).text()).contains(words);
      page.context().close();
    }
  }

  /** And if not, what stands on the page instead. */
  private static void assertLive(Page page) {
    try {
      assertThat(page.getByRole(AriaRole.BUTTON, named("^Pause$"))).isVisible();
    } catch (AssertionError notLive) {
      throw new AssertionError("Not live; the page says: " + page.innerText("body"), notLive);
    }
  }

  @Test
  void anotherStop_anotherForm_andTheFinderToAnotherOffer_takeNothingAway() {
    long one = offer("The first of two");
    long two = offer("The second of two");
    Page page = demo.owner();
    at(page, Editor.CONFIRM, one);
    String words = words();
    type(Editor.CONFIRM.field(page), words);
    page.keyboard().press("Control+k");
    page.getByRole(AriaRole.COMBOBOX, named("^Search offers")).fill("The second of two");
    page.getByRole(AriaRole.OPTION, named("The second of two")).first().click();
    page.waitForURL("**/offers/" + two + "/**");
    assertThat(page.getByRole(AriaRole.HEADING, named("The second of two"))).isVisible();
    at(page, Editor.CONFIRM, two);
    String others = words();
    type(Editor.CONFIRM.field(page), others);
    page.getByRole(AriaRole.LINK, named("Hand over")).first().click();
    page.waitForURL("**/hand-over");
    page.getByRole(AriaRole.LINK, named("Confirm")).first().click();
    assertThat(Editor.CONFIRM.field(page)).containsText(others);
    at(page, Editor.CONFIRM, one);
    assertThat(Editor.CONFIRM.field(page)).containsText(words);
    page.context().close();
  }

  @Test
  void theSessionEnds_aSmallSignInStandsOverTheScreen_andSavingGoesOn() {
    long id = offer("Signed out at work");
    Page page = demo.owner();
    at(page, Editor.CONFIRM, id);
    assertThat(Editor.CONFIRM.field(page)).isVisible();
    page.context().clearCookies();
    String words = words();
    type(Editor.CONFIRM.field(page), words);
    Locator dialog = page.getByRole(AriaRole.DIALOG);
    assertThat(dialog.getByText("Sign in again")).isVisible();
    assertThat(Demo.seriousFaults(page)).isEmpty();
    assertThat(page.getByLabel("Password")).isFocused();
    page.getByLabel("Password").fill(Demo.PASSWORD);
    page.getByLabel("Password").press("Enter");
    assertThat(dialog).hasCount(0);
    assertThat(page.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    assertThat(page.url()).endsWith("/confirm");
    page.reload();
    assertThat(Editor.CONFIRM.field(page)).containsText(words);
    page.context().close();
  }

  @Test
  void theServerIsAway_whatIsTypedStays_isOfferedAfterACrash_andIsSavedWhenItIsBack() {
    long id = offer("Away for a while");
    Page page = demo.owner();
    at(page, Editor.CONFIRM, id);
    assertThat(Editor.CONFIRM.field(page)).isVisible();
    page.route("**/api/**", Route::abort);
    String words = words();
    type(Editor.CONFIRM.field(page), words);
    assertThat(page.getByText("Not saved yet: trying again")).isVisible();
    Page again = page.context().newPage();
    assertThatThrownBy(() -> page.navigate("chrome://crash"));
    at(again, Editor.CONFIRM, id);
    again.getByRole(AriaRole.BUTTON, named("Restore it")).click();
    assertThat(Editor.CONFIRM.field(again)).containsText(words);
    assertThat(again.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    again.keyboard().press("Control+z");
    assertThat(Editor.CONFIRM.field(again)).not().containsText(words);
    again.keyboard().press("Control+Shift+Z");
    assertThat(Editor.CONFIRM.field(again)).containsText(words);
    again.context().close();
  }

  @Test
  void twoTabs_theSecondToSaveSeesWhatDiffers_andChooses() {
    long id = offer("Two at once");
    Page first = demo.owner();
    at(first, Editor.CONFIRM, id);
    Page second = first.context().newPage();
    at(second, Editor.CONFIRM, id);
    assertThat(Editor.CONFIRM.field(second)).isVisible();
    type(Editor.CONFIRM.field(first), "From the first tab");
    assertThat(first.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    type(Editor.CONFIRM.field(second), "From the second tab");
    second.getByRole(AriaRole.BUTTON, named("See what differs")).click();
    Locator dialog = second.getByRole(AriaRole.DIALOG);
    assertThat(dialog).containsText("From the first tab");
    assertThat(dialog).containsText("From the second tab");
    assertThat(Demo.seriousFaults(second)).isEmpty();
    Response saved =
        second.waitForResponse(
            response -> response.request().method().equals("PUT"),
            () -> second.getByRole(AriaRole.BUTTON, named("Save what I chose")).click());
    assertThat(saved.status()).isEqualTo(200);
    first.reload();
    assertThat(Editor.CONFIRM.field(first)).containsText("From the second tab");
    first.context().close();
  }
}
