package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** An owner who has forgotten the password gets in again by email. */
class ForgottenPasswordTest {
  private final Demo demo = Demo.get();
  private final Letters letters = new Letters(demo, Demo.OWNER);

  @AfterEach
  void everybodyWasSignedOut() {
    demo.signedOutEverywhere();
  }

  @Test
  void theOwnerAsksForALink_choosesAPassword_andSignsInWithIt() {
    Page page = demo.visitor().newPage();
    page.navigate("/app/sign-in");
    page.getByRole(AriaRole.LINK, named("Forgot")).click();
    // The page before has a field of that name too.
    page.waitForURL("**/forgotten");
    page.getByLabel("Email").fill(Demo.OWNER);
    page.getByRole(AriaRole.BUTTON, named("Send me a link")).click();
    assertThat(page.getByText("If somebody works here with that address")).isVisible();
    page.waitForCondition(() -> letters.subjects().contains("A new password for Jeton"));
    page.navigate(letters.link("/app/reset/"));
    page.getByLabel("A password of ten characters or more").fill("too short");
    page.getByRole(AriaRole.BUTTON, named("Set my password")).click();
    assertThat(page.locator(".v-messages").getByText("at least 10 characters")).isVisible();
    page.getByLabel("A password of ten characters or more").fill(Demo.PASSWORD);
    page.getByRole(AriaRole.BUTTON, named("Set my password")).click();
    page.waitForURL("**/sign-in?changed=1");
    SignInForm.signIn(page, Demo.OWNER, Demo.PASSWORD);
    page.navigate("/app/account");
    assertThat(page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Signed in")))
        .containsText("here");
  }

  private static Page.GetByRoleOptions named(String beginning) {
    return new Page.GetByRoleOptions().setName(Pattern.compile("^" + beginning));
  }
}
