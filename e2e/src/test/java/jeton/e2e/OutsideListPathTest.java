package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.time.Clock;
import java.time.Duration;
import java.util.regex.Pattern;
import jeton.standins.listservice.ListService;
import org.assertj.core.api.Assertions;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** People are handed on to a list elsewhere: connected, mapped, tested, caught up. */
class OutsideListPathTest {
  private static final String NAME = "Quiz takers";
  private final Demo demo = Demo.get();
  private final ListService service = ListService.start(0, Clock.systemUTC());

  @AfterEach
  void close() {
    service.close();
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name).setExact(true);
  }

  private static Locator button(Locator in, String name) {
    return in.getByRole(
        AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name).setExact(true));
  }

  private static void choose(Page page, Locator in, String label, String item) {
    // The words of a choice lie over the field that holds it.
    in.getByLabel(label, new Locator.GetByLabelOptions().setExact(true))
        .first()
        .click(new Locator.ClickOptions().setForce(true));
    page.getByRole(AriaRole.OPTION, named(item)).click();
    page.keyboard().press("Escape");
  }

  @Test
  void aList_isConnected_mapped_tested_andThoseWhoAreHereAreHandedOn() {
    Page page = demo.owner();
    page.navigate("/app/setup");
    page.getByRole(AriaRole.NAVIGATION, named("Setup"))
        .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Outside lists"))
        .click();
    assertThat(page.getByRole(AriaRole.REGION, named("Letters from the bench"))).isVisible();
    page.getByRole(AriaRole.BUTTON, named("Connect a list")).click();
    page.getByLabel("What you call it").fill(NAME);
    page.getByLabel("Its address for programs").fill(service.address());
    page.getByLabel("The key it knows you by").fill("mistyped");
    page.getByRole(AriaRole.BUTTON, named("Connect")).click();
    assertThat(page.getByText("It answered 401:")).isVisible();

    Locator bench = page.getByRole(AriaRole.FORM, named("Change " + NAME));
    bench
        .getByRole(
            AriaRole.BUTTON,
            new Locator.GetByRoleOptions().setName(Pattern.compile("^Key, and how")))
        .click();
    bench.getByLabel("Another key").fill(service.key());
    button(bench, "Save").click();
    Locator card = page.getByRole(AriaRole.REGION, named(NAME));
    button(card, "Choose a list").click();
    choose(page, bench, "List", "Workshop dates");
    choose(page, bench, "What goes into First name", "First name");
    assertThat(bench.getByLabel("The request")).containsText("/lists/l2/people/");
    bench.getByLabel("People of which offers").first().fill("First-notebook");
    page.getByRole(AriaRole.OPTION).first().click();
    page.keyboard().press("Escape");
    button(bench, "Save").click();
    assertThat(card).containsText("“Workshop dates” at");

    button(card, "Test with somebody made up").click();
    assertThat(card.getByText("It works:")).isVisible();
    button(card, "Turn on").click();
    button(card, "Hand on all who are here").click();
    page.getByRole(AriaRole.DIALOG)
        .getByRole(
            AriaRole.BUTTON,
            new Locator.GetByRoleOptions().setName(Pattern.compile("^Hand on \\d")))
        .click();
    assertThat(card.getByText("Those who were here before were handed on."))
        .isVisible(
            new LocatorAssertions.IsVisibleOptions().setTimeout(Duration.ofMinutes(2).toMillis()));
    Assertions.assertThat(service.people("l2").size()).isGreaterThan(10);
    button(card, "Log").click();
    assertThat(card.getByRole(AriaRole.LISTITEM).first()).isVisible();
    button(card, "Take away").click();
    page.getByRole(AriaRole.BUTTON, named("Take it away")).click();
    assertThat(card).hasCount(0);
  }
}
