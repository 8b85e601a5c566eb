package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Numbers: a range chosen, forms sorted, the people behind a count. */
class NumbersPathTest {
  private final Demo demo = Demo.get();

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static Page.GetByRoleOptions exactly(String name) {
    return named(name).setExact(true);
  }

  @Test
  void aRangeIsChosen_formsAreSorted_andACountLeadsToItsPeople() {
    Page page = demo.owner();
    page.navigate("/app/today");
    page.getByRole(AriaRole.LINK, named("Numbers")).click();
    Locator plan =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("First-notebook plan"));
    assertThat(plan).isVisible();
    assertThat(plan.locator(".token").first()).hasText(Pattern.compile("\\d+"));
    page.getByRole(AriaRole.BUTTON, named("90 days")).click();
    page.waitForURL(Pattern.compile("days=90"));
    assertThat(page.locator(".chart svg path").first()).isAttached();
    page.getByText("As a table").click();
    assertThat(page.locator("details tbody tr")).hasCount(90);
    page.getByRole(AriaRole.NAVIGATION, named("Numbers"))
        .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Forms"))
        .click();
    page.waitForURL(Pattern.compile("/numbers/forms\\?days=90"));
    page.getByRole(AriaRole.BUTTON, exactly("Views")).click();
    assertThat(page.locator("th[aria-sort=descending]")).hasText(Pattern.compile("^Views"));
    assertThat(page.locator("table").first().locator("tbody tr").first())
        .containsText("Pop-up on leaving");
    page.navigate("/app/numbers");
    assertThat(plan).isVisible();
    plan.locator("a.token").click();
    page.waitForURL(Pattern.compile("/people"));
    assertThat(page.getByRole(AriaRole.TABLE)).isVisible();
  }

  @Test
  void ownDays_areKeptInTheAddress_andTurnedRoundAreRefusedWithWords() {
    Page page = demo.owner();
    page.navigate("/app/numbers?days=own&from=2026-11-20&to=2026-11-10");
    assertThat(page.getByText("The last day is before the first.")).isVisible();
    page.getByLabel("Last day").fill("2026-11-22");
    page.waitForURL(Pattern.compile("to=2026-11-22"));
    assertThat(page.getByText("20 November to 22 November").first()).isVisible();
  }
}
