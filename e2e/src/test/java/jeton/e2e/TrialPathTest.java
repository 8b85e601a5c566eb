package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import jeton.server.trial.Seats;
import org.junit.jupiter.api.Test;

/** Two versions of a hosted page: written, tried on visitors, and one of them taken. */
class TrialPathTest {
  private static final String OTHER = "One evening, one notebook";
  private static final int VISITORS = 24;
  private final Demo demo = Demo.get();

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  @Test
  void anotherVersionIsTried_eachVisitorKeepsTheirs_andTheOneTakenIsMetByAll() {
    Page page = demo.owner();
    page.navigate("/app/offers/1/ask");
    page.getByRole(AriaRole.BUTTON, named("Try another version")).click();
    page.waitForURL(Pattern.compile("/trials/\\d+"));
    assertThat(page.getByRole(AriaRole.BUTTON, named("Begin the trial"))).isDisabled();
    page.getByLabel("Headline", new Page.GetByLabelOptions().setExact(true)).fill(OTHER);
    Locator difference =
        page.getByRole(AriaRole.ROW).filter(new Locator.FilterOptions().setHasText("Headline"));
    assertThat(difference).containsText(OTHER);
    assertThat(page.frameLocator("iframe").getByText(OTHER)).isVisible();
    page.getByRole(AriaRole.BUTTON, named("Begin the trial")).click();
    assertThat(page.getByText("running")).isVisible();
    String trial = page.url();

    List<BrowserContext> visitors = new ArrayList<>();
    int other = 0;
    for (int i = 0; i < VISITORS; i++) {
      BrowserContext visitor = demo.visitor();
      visitors.add(visitor);
      Page met = visitor.newPage();
      met.navigate("/o/first-notebook-plan");
      String first = met.locator("h1").innerText();
      met.reload();
      assertThat(met.locator("h1")).hasText(first);
      other += first.equals(OTHER) ? 1 : 0;
      if (i == 0) {
        met.getByLabel("Email").fill(UUID.randomUUID() + "@mail.example");
        met.getByRole(AriaRole.CHECKBOX).first().check();
        met.locator("button[type=submit]").first().click();
        met.waitForURL(Pattern.compile("thanks"));
      }
    }
    // Two in 2^24 times all would be given the same.
    org.assertj.core.api.Assertions.assertThat(other).isBetween(1, VISITORS - 1);
    demo.bean(Seats.class).flush();

    page.navigate(trial);
    // Both may have been met by the same number.
    Locator counts = page.getByText(Pattern.compile("^\\d+ of \\d+ signed up$"));
    assertThat(counts).hasCount(2);
    org.assertj.core.api.Assertions.assertThat(counts.allInnerTexts())
        .extracting(text -> text.split(" ")[2])
        .containsExactlyInAnyOrder(String.valueOf(other), String.valueOf(VISITORS - other));
    page.navigate("/app/offers/1/ask");
    assertThat(page.getByText(Pattern.compile("^Two versions are being tried"))).isVisible();
    page.navigate(trial);
    page.getByRole(AriaRole.BUTTON, named("Take B")).click();
    assertThat(page.getByRole(AriaRole.HEADING, named("Version B was taken"))).isVisible();
    for (BrowserContext visitor : visitors.subList(0, 4)) {
      Page met = visitor.newPage();
      met.navigate("/o/first-notebook-plan");
      assertThat(met.locator("h1")).hasText(OTHER);
    }
    visitors.forEach(BrowserContext::close);
    page.getByRole(AriaRole.BUTTON, named("Put A back")).click();
    assertThat(page.getByRole(AriaRole.HEADING, named("Version A was taken"))).isVisible();
  }
}
