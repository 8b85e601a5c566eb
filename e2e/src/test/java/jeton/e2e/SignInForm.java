package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;

/** The form an owner signs in by, filled in as somebody would who waits for the cursor. */
final class SignInForm {
  private SignInForm() {}

  /**
   * Fills in and sends the form a page shows.
   *
   * @param page at the sign-in, or on its way there
   */
  static void signIn(Page page, String email, String password) {
    Locator address = page.getByLabel("Email");
    // The cursor comes to the address by itself. What is typed before that would land there too.
    assertThat(address).isFocused();
    address.fill(email);
    page.getByLabel("Password").fill(password);
    page.getByLabel("Password").press("Enter");
    page.waitForURL("**/app/today");
  }
}
