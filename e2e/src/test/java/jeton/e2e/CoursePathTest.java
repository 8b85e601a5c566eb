package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A private page from nothing: built, asked for, confirmed, played, opened on a later day. */
class CoursePathTest {
  private static final String VISITOR = "maren." + System.currentTimeMillis() + "@letters.test";
  private final Demo demo = Demo.get();
  private final Letters letters = new Letters(demo, VISITOR);

  @Test
  void aPageIsBuilt_itsFilmPlayedWithCaptions_andAPieceOpensTwoDaysLater() {
    Page owner = demo.owner();
    String address = makePage(owner);
    Page visitor = demo.visitor().newPage();
    signUp(visitor, address);
    plays(visitor);
    comesBackTwoDaysLater(visitor);
    looksAtNumbers(owner);
  }

  @Test
  void aPictureOfIt_isMadeFromAFirstPage_andStandsOnTheForm() {
    Page owner = demo.owner();
    owner.navigate("/app/offers/" + demo.offer("With a picture of it") + "/ask");
    owner.getByRole(AriaRole.BUTTON, beginning("Looks")).click();
    owner.getByRole(AriaRole.BUTTON, named("Make a picture of it")).click();
    Locator dialog = owner.getByRole(AriaRole.DIALOG);
    assertThat(dialog.getByRole(AriaRole.IMG)).hasCount(5);
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("A booklet lying open: use it")).click();
    assertThat(dialog).hasCount(0);
    assertThat(owner.getByRole(AriaRole.LINK, named("PNG"))).isVisible();
    var shown = owner.frameLocator("iframe").first().locator("img[src*='/pictures/']");
    assertThat(shown.last()).isVisible();
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static Page.GetByRoleOptions beginning(String name) {
    return new Page.GetByRoleOptions().setName(Pattern.compile("^" + name));
  }

  private static FilePayload sample(String name, String type) {
    try (InputStream in = CoursePathTest.class.getResourceAsStream("/course/" + name)) {
      return new FilePayload(name, type, in.readAllBytes());
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  private static void add(Page owner, String kind, String title) {
    owner.getByRole(AriaRole.BUTTON, named("Add a piece")).click();
    owner.locator(".v-list-item").filter(new Locator.FilterOptions().setHasText(kind)).click();
    owner.locator(".piece.open").getByLabel("Title").fill(title);
  }

  private static void bringIn(Page owner, String what, String name, String type) {
    owner.getByTestId("pick-" + what).setInputFiles(sample(name, type));
    assertThat(
            owner
                .locator(".piece.open .v-select")
                .filter(new Locator.FilterOptions().setHasText(name)))
        .isVisible();
  }

  private String makePage(Page owner) {
    owner.navigate("/app/offers?new=1");
    owner.getByRole(AriaRole.BUTTON, beginning("Private page")).click();
    owner.getByLabel("What is it called?").fill("Marbling in an evening");
    owner.getByRole(AriaRole.BUTTON, named("Make it")).click();
    owner.waitForURL("**/give");
    assertThat(owner.getByText("Nothing on the page yet.")).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();

    add(owner, "Film or sound", "Setting up the bath");
    bringIn(owner, "Recording", "setting-up-the-bath.mp4", "video/mp4");
    bringIn(owner, "Captions", "setting-up-the-bath.vtt", "text/vtt");
    add(owner, "File to take away", "What to buy");
    bringIn(owner, "File", "lifting-the-sheet.vtt", "text/vtt");
    owner
        .locator(".piece.open .v-select")
        .filter(new Locator.FilterOptions().setHasText("At once"))
        .click();
    owner.getByRole(AriaRole.OPTION, named("Days after the hand-over")).click();
    owner.locator(".piece.open").getByLabel("Days").fill("2");
    add(owner, "Words", "Before you start");
    owner.getByRole(AriaRole.TEXTBOX, named("Words")).fill("Stir slowly.");
    // The last is put first, by keys.
    owner.getByRole(AriaRole.BUTTON, beginning("Move Before you start")).focus();
    owner.keyboard().press("Alt+ArrowUp");
    owner.keyboard().press("Alt+ArrowUp");
    assertThat(owner.locator(".piece .name strong"))
        .hasText(new String[] {"Before you start", "Setting up the bath", "What to buy"});
    assertThat(owner.locator(".piece .opens").nth(2)).hasText("2 days later at 08:00");
    assertThat(owner.getByText("film, 0:20 · captions")).isVisible();
    var shown = owner.frameLocator("iframe[title='The page behind their link']");
    assertThat(shown.locator(".piece h2"))
        .hasText(new String[] {"Before you start", "Setting up the bath", "What to buy"});
    assertThat(shown.locator(".later .note")).containsText("at 08:00");
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Go live")).click();
    assertThat(owner.locator(".mark.live")).hasText("Live");
    return owner.locator(".head a[target=_blank]").getAttribute("href");
  }

  private void signUp(Page visitor, String address) {
    letters.signUpAndConfirm(visitor, address);
    // Straight to the page.
    visitor.waitForURL("**/g/*");
    assertThat(visitor.getByRole(AriaRole.HEADING, named("Marbling in an evening"))).isVisible();
    assertThat(visitor.locator(".later h2")).hasText("What to buy");
    assertThat(visitor.getByRole(AriaRole.LINK, beginning("Download"))).hasCount(0);
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
  }

  private static void plays(Page visitor) {
    // By the browser's own player, from the keyboard.
    visitor.locator("video").focus();
    visitor.keyboard().press("Space");
    visitor.waitForFunction("() => document.querySelector('video').currentTime > 0.5");
    assertThat(visitor.evaluate("() => document.querySelector('video').textTracks[0].mode"))
        .isEqualTo("showing");
    assertThat(
            visitor.evaluate(
                "() => document.querySelector('video').textTracks[0].activeCues[0].text"))
        .isEqualTo("Fill the tray to two fingers below its edge.");
    assertThat(visitor.evaluate("() => Math.round(document.querySelector('video').duration)"))
        .isEqualTo(20);
    // A jump forward asks for another range.
    visitor.evaluate("() => (document.querySelector('video').currentTime = 12)");
    visitor.waitForFunction("() => document.querySelector('video').currentTime > 13.2");
    assertThat(
            visitor.evaluate(
                "() => document.querySelector('video').textTracks[0].activeCues[0].text"))
        .isEqualTo("Draw a strip of newsprint across, to take the bubbles off.");
    visitor.waitForResponse(
        answer -> answer.url().contains("/told/played-"),
        () -> visitor.evaluate("() => document.querySelector('video').pause()"));
  }

  private void comesBackTwoDaysLater(Page visitor) {
    visitor
        .request()
        .post(
            demo.base + "/api/demo/clock",
            RequestOptions.create().setData(Map.of("advance", "P3D")));
    visitor.reload();
    assertThat(visitor.locator(".later")).hasCount(0);
    var taken =
        visitor.waitForDownload(
            () -> visitor.getByRole(AriaRole.LINK, beginning("Download")).click());
    assertThat(taken.suggestedFilename()).isEqualTo("lifting-the-sheet.vtt");
  }

  private static void looksAtNumbers(Page owner) {
    owner.reload();
    assertThat(owner.locator(".piece .played").nth(1)).hasText("0 % to the end");
    assertThat(owner.locator(".piece .played").nth(2)).hasText("100 % opened it");
    owner.navigate("/app/people");
    owner.getByRole(AriaRole.LINK, named(VISITOR)).first().click();
    assertThat(
            owner.getByRole(AriaRole.REGION, named("What they opened of Marbling in an evening")))
        .containsText(Pattern.compile("“Setting up the bath”: \\d+ % played"));
  }
}
