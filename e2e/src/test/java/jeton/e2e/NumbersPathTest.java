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
    page.getByRole(AriaRole.NAVIGATION, named("Numbers"))
        .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Emails"))
        .click();
    page.waitForURL(Pattern.compile("/numbers/emails\\?days=90"));
    page.getByRole(AriaRole.BUTTON, exactly("Clicked")).click();
    assertThat(page.locator("table").first().locator("th[aria-sort=descending]"))
        .hasText(Pattern.compile("^Clicked"));
    assertThat(page.getByText("How mailboxes took them")).isVisible();
    assertThat(page.getByRole(AriaRole.LINK, named("Look at the question"))).isVisible();
    page.navigate("/app/numbers");
    assertThat(plan).isVisible();
    plan.locator("a.token").first().click();
    page.waitForURL(Pattern.compile("/people"));
    assertThat(page.getByRole(AriaRole.TABLE)).isVisible();
  }

  @Test
  void codesThatBought_leadToTheirPeople_andEachWeeksSignUpsAreFollowed() {
    Page page = demo.owner();
    page.navigate("/app/numbers/kinds?days=90");
    Locator coupon =
        page.getByRole(AriaRole.ROW)
            .filter(new Locator.FilterOptions().setHasText("12 % off papers and threads"));
    Locator bought = coupon.getByRole(AriaRole.CELL).last().getByRole(AriaRole.LINK);
    String people = bought.first().textContent();
    bought.first().click();
    page.waitForURL(Pattern.compile("/people"));
    assertThat(
            page.getByRole(AriaRole.STATUS).filter(new Locator.FilterOptions().setHasText("found")))
        .hasText(people + " found");
    page.navigate("/app/numbers/weeks");
    assertThat(page.locator("td.known").first()).hasText(Pattern.compile("\\d+\\s%"));
    page.getByRole(AriaRole.BUTTON, exactly("Opened an email")).click();
    assertThat(page.getByRole(AriaRole.BUTTON, exactly("Opened an email")))
        .hasAttribute("aria-pressed", "true");
    page.navigate("/app/numbers/sources?days=90");
    assertThat(page.getByRole(AriaRole.ROWHEADER).first()).containsText(".");
  }

  @Test
  void anIdeaThatWasFollowed_waitsForWhatComesOfIt() {
    Page page = demo.owner();
    page.navigate("/app/numbers");
    Locator told = page.getByRole(AriaRole.BUTTON, named("Changed it"));
    told.first().click();
    assertThat(page.getByText("too early to say")).isVisible();
    page.getByRole(AriaRole.BUTTON, named("Undo")).click();
    assertThat(page.getByText("too early to say")).hasCount(0);
    assertThat(told.first()).isVisible();
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
