package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.time.Duration;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A back-up by hand, the plan for the nights, and for how long things are kept. */
class UpkeepPathTest {
  private final Demo demo = Demo.get();

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name).setExact(true);
  }

  @Test
  void aBackUpIsMade_andThePlanIsSaved() {
    Page page = demo.owner();
    page.navigate("/app/setup");
    page.getByRole(AriaRole.NAVIGATION, named("Setup"))
        .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Upkeep"))
        .click();
    Locator backups = page.getByRole(AriaRole.REGION, named("Back-ups"));
    backups
        .getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Back up now"))
        .click();
    assertThat(backups.locator("li").first())
        .containsText(
            Pattern.compile("[0-9,]+ rows \\([0-9.]+ [kM]B\\), [0-9]+ files"),
            new LocatorAssertions.ContainsTextOptions()
                .setTimeout(Duration.ofSeconds(60).toMillis()));

    Locator folder = page.getByLabel("Keep them in");
    String own = folder.inputValue();
    folder.fill(own.replaceFirst("backups$", "files"));
    page.getByLabel("Days: Where forms were seen").fill("45");
    page.getByRole(AriaRole.BUTTON, named("Save")).click();
    assertThat(page.getByText("That is where Jeton keeps what is backed up.")).isVisible();
    assertThat(page.getByLabel("Days: Where forms were seen")).hasValue("45");
    folder.fill(own);
    page.getByRole(AriaRole.BUTTON, named("Save")).click();
    assertThat(page.getByText("Saved.")).isVisible();
    page.reload();
    assertThat(page.getByLabel("Days: Where forms were seen")).hasValue("45");
    assertThat(page.getByLabel("Keep them in")).hasValue(own);
  }
}
