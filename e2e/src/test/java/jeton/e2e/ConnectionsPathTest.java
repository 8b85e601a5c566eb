package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import jeton.standins.hookreceiver.HookReceiver;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** Another program is told what happens: connected, tried, told of a sign-up, tried again. */
class ConnectionsPathTest {
  private static final String NAME = "Order book";
  private final Demo demo = Demo.get();
  private final HookReceiver receiver = HookReceiver.start(0);

  @AfterEach
  void close() {
    receiver.close();
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static Locator button(Locator in, String name) {
    return in.getByRole(
        AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(name).setExact(true));
  }

  @Test
  void aProgramIsConnected_toldOfASignUp_andWhatItRefusesIsTriedAgain() {
    Page page = demo.owner();
    page.navigate("/app/setup");
    page.getByRole(AriaRole.NAVIGATION, named("Setup"))
        .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Connections"))
        .click();
    assertThat(page.getByRole(AriaRole.REGION, named("Workshop ledger"))).isVisible();
    page.getByRole(AriaRole.BUTTON, named("Tell another program")).click();
    page.getByLabel("Who is told").fill(NAME);
    page.getByLabel("Its address").fill("http://10.0.0.1 /");
    page.getByRole(AriaRole.BUTTON, named("Tell it from now on")).click();
    assertThat(page.getByText("Write the whole address")).isVisible();
    page.getByLabel("Its address").fill(receiver.address());
    page.getByRole(AriaRole.BUTTON, named("Tell it from now on")).click();
    Locator card = page.getByRole(AriaRole.REGION, named(NAME));
    assertThat(card).isVisible();
    button(card, "Secret").click();
    receiver.knows(card.locator("code").textContent());

    button(card, "Send a test").click();
    page.waitForCondition(() -> receiver.received().size() == 1);

    String email = "reader-" + System.nanoTime() + "@mail.example";
    Page visitor = demo.visitor().newPage();
    visitor.navigate("/o/first-notebook-plan");
    visitor.getByLabel("Email").fill(email);
    visitor.getByRole(AriaRole.CHECKBOX).check();
    receiver.behave(HookReceiver.Conduct.answering(500));
    visitor.locator("form button[type=submit]").click();
    page.waitForCondition(() -> receiver.received().size() > 1);
    button(card, "Log").click();
    Locator refused =
        card.getByRole(
            AriaRole.BUTTON,
            new Locator.GetByRoleOptions().setName(Pattern.compile("answered 500, tried")));
    Locator again = button(card, "Look again");
    page.waitForCondition(
        () -> {
          again.click();
          return refused.count() == 1;
        });
    receiver.behave(HookReceiver.Conduct.GOOD);
    refused.click();
    assertThat(card.getByLabel("What was sent")).containsText(email);
    button(card, "Try it now").click();
    page.waitForCondition(
        () ->
            receiver.received().stream()
                .anyMatch(
                    one -> one.body().contains(email) && one.answered() == 200 && one.verified()));
    button(card, "Remove").click();
    page.getByRole(AriaRole.BUTTON, named("Remove it")).click();
    assertThat(card).hasCount(0);
    visitor.context().close();
  }
}
