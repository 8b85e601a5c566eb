package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FilePayload;
import java.nio.charset.StandardCharsets;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** People by segments, brought in as a file; an email to many from nothing to its leave page. */
class PeoplePathTest {
  private final Demo demo = Demo.get();

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name).setExact(true);
  }

  private static Page.GetByRoleOptions like(String name) {
    return new Page.GetByRoleOptions().setName(Pattern.compile(name));
  }

  private static void choose(Page page, Locator field, String option) {
    // By key: what is chosen already lies over the field.
    field.press("ArrowDown");
    page.getByRole(AriaRole.OPTION, new Page.GetByRoleOptions().setName(option).setExact(true))
        .click();
  }

  @Test
  void aQuestionIsPutTogether_readsLikeASentence_andIsKeptAsASegment() {
    Page owner = demo.owner();
    owner.navigate("/app/people");
    owner.getByRole(AriaRole.BUTTON, named("Add a condition")).click();
    choose(owner, owner.getByRole(AriaRole.COMBOBOX, like("^Tag")), "opened the plan");
    owner.getByRole(AriaRole.BUTTON, named("Add it")).click();
    assertThat(owner.getByRole(AriaRole.BUTTON, named("tagged opened the plan"))).isVisible();
    assertThat(owner.getByRole(AriaRole.STATUS).first()).containsText("found");
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Save as a segment")).click();
    owner
        .getByLabel("Name", new Page.GetByLabelOptions().setExact(true))
        .fill("Readers " + System.nanoTime());
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner
        .getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Save").setExact(true))
        .click();
    assertThat(owner.getByRole(AriaRole.BUTTON, named("Rename"))).isVisible();
    owner.reload();
    assertThat(owner.getByRole(AriaRole.BUTTON, named("tagged opened the plan"))).isVisible();
    owner.locator("tbody a").first().click();
    assertThat(owner.getByRole(AriaRole.HEADING, named("History"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
  }

  @Test
  void aFileIsBroughtIn_andAnEmailGoesToThoseInIt_whoCanLeaveOneList() {
    Page owner = demo.owner();
    String list = "Fair " + System.nanoTime();
    String email = "fair." + System.nanoTime() + "@quire.test";
    owner.navigate("/app/people");
    owner.getByRole(AriaRole.BUTTON, like("^Lists")).click();
    owner.getByRole(AriaRole.BUTTON, named("New list")).click();
    owner.getByLabel("Name", new Page.GetByLabelOptions().setExact(true)).fill(list);
    owner.getByLabel("What people get, as the leave page says it").fill("When the next fair is.");
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Make the list")).click();
    assertThat(owner.getByText("When the next fair is.")).isVisible();
    owner.getByRole(AriaRole.BUTTON, named("Close")).click();
    bringIn(owner, list, email);
    write(owner, list);
    Letters letters = new Letters(demo, email);
    assertThat(letters.subjects()).contains("The fair is near");
    Page visitor = demo.phone().newPage();
    visitor.navigate(letters.link("/u/"));
    assertThat(visitor.getByText("When the next fair is.")).isVisible();
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
    visitor.getByLabel(Pattern.compile(list)).uncheck();
    visitor.getByRole(AriaRole.BUTTON, named("Keep what is ticked")).click();
    assertThat(visitor.getByText("You still get: The bindery letter.")).isVisible();
  }

  private static void bringIn(Page owner, String list, String email) {
    owner.getByRole(AriaRole.LINK, named("Import")).click();
    byte[] csv =
        ("Mail;First name\n" + email + ";Ada\nnot an address;Bea\n")
            .getBytes(StandardCharsets.UTF_8);
    owner.locator("input[type=file]").setInputFiles(new FilePayload("fair.csv", "text/csv", csv));
    assertThat(owner.getByRole(AriaRole.HEADING, named("What the columns are"))).isVisible();
    choose(owner, owner.getByRole(AriaRole.COMBOBOX, like("^Put them on")), list);
    owner.keyboard().press("Escape");
    owner
        .getByLabel("Where does their consent come from?")
        .fill("Signed up at the autumn fair, on paper.");
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Check all rows")).click();
    owner.getByRole(AriaRole.BUTTON, named("Import 1 person")).click();
    assertThat(owner.getByRole(AriaRole.LINK, named("Refused rows as CSV"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
  }

  private static void write(Page owner, String list) {
    owner.navigate("/app/emails/many");
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("New email to many")).click();
    owner.waitForURL("**/mailings/*");
    choose(owner, owner.getByRole(AriaRole.COMBOBOX, like("^Everybody on")), list);
    assertThat(owner.getByText("1 person today.")).isVisible();
    owner.getByRole(AriaRole.TEXTBOX, named("Subject")).click();
    owner.keyboard().type("The fair is near");
    assertThat(owner.getByRole(AriaRole.HEADING, named("The fair is near"))).isVisible();
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Send to 1 person")).click();
    assertThat(owner.getByRole(AriaRole.HEADING, named("Send it?"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Send to 1 person")).last().click();
    assertThat(owner.getByRole(AriaRole.LINK, like("^1$"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
  }
}
