package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Somebody else is told what happens: asked, agreed, told, stopped. And the owner's digest. */
class NoticePathTest {
  private final Demo demo = Demo.get();

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name).setExact(true);
  }

  @Test
  void aFurtherAddressSaysYes_isToldOfASignUpAtOnce_withoutAName_andStops() {
    String shop = "shop." + System.nanoTime() + "@quireandthread.example";
    Letters letters = new Letters(demo, shop);
    Page owner = demo.owner();
    owner.navigate("/app/setup#notices");
    Locator panel = owner.getByRole(AriaRole.REGION, named("What you are told"));
    panel.getByRole(AriaRole.BUTTON, exactly("Add an address")).click();
    panel.getByLabel("A further address").fill(shop);
    panel.getByRole(AriaRole.BUTTON, exactly("Ask it")).click();
    assertThat(panel.getByText("has not answered yet")).isVisible();
    Locator pace = panel.getByRole(AriaRole.COMBOBOX, exactly("A sign-up"));
    pace.press("ArrowDown");
    owner.getByRole(AriaRole.OPTION, named("At once")).click();
    assertThat(panel.getByText("Saved")).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();

    Page reader = demo.visitor().newPage();
    reader.waitForCondition(() -> !letters.all().isEmpty());
    reader.navigate(letters.link("/n/"));
    assertThat(Demo.seriousFaults(reader)).isEmpty();
    reader.getByRole(AriaRole.BUTTON, named("Yes, send them to me")).click();
    assertThat(reader.getByRole(AriaRole.HEADING)).containsText("You are told");

    String visitor = "orla." + System.nanoTime() + "@mail.example";
    new Letters(demo, visitor).signUpAndConfirm(demo.visitor().newPage(), "/o/first-notebook-plan");
    reader.waitForCondition(
        () -> letters.subjects().contains("Somebody signed up for “First-notebook plan”"));

    reader.navigate(letters.link("/n/"));
    reader.getByRole(AriaRole.BUTTON, named("Stop these emails")).click();
    assertThat(reader.getByRole(AriaRole.HEADING)).containsText("Nothing more is sent to you");
  }

  @Test
  void theOwnerLooksAtTheDigest_andHasItSent() {
    Page owner = demo.owner();
    owner.navigate("/app/setup#notices");
    Letters letters = new Letters(demo, Demo.OWNER);
    int before = letters.all().size();
    owner.getByRole(AriaRole.BUTTON, named("Preview today’s")).click();
    Locator dialog = owner.getByRole(AriaRole.DIALOG);
    assertThat(dialog.getByText("Subject:")).isVisible();
    assertThat(dialog.frameLocator("iframe").getByText("Newest:").first()).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    dialog
        .getByRole(
            AriaRole.BUTTON,
            new Locator.GetByRoleOptions().setName(Pattern.compile("^Send it to owner")))
        .click();
    assertThat(owner.getByText("The digest is on its way")).isVisible();
    owner.waitForCondition(() -> letters.all().size() > before);
  }

  private static Locator.GetByRoleOptions exactly(String name) {
    return new Locator.GetByRoleOptions().setName(name).setExact(true);
  }
}
