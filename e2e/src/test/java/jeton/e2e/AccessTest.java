package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.Response;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Every screen is reachable by all, and fits its window. */
class AccessTest {
  private final Demo demo = Demo.get();

  private static void assertFits(Page page) {
    assertThat((Boolean) page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"))
        .as("no scrolling sideways")
        .isTrue();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/app/today",
        "/app/offers",
        "/app/offers/1/give",
        "/app/offers/1/ask",
        "/app/offers/1/confirm",
        "/app/offers/1/hand-over",
        "/app/offers/1/follow-up",
        "/app/offers/1/ask?form=2",
        "/app/site",
        "/app/offers/1/rehearsal",
        "/app/emails",
        "/app/emails/sequences",
        "/app/emails/layouts",
        "/app/emails/engine",
        "/app/people",
        "/app/people/3",
        "/app/setup",
        "/app/account",
      })
  void ownersScreens_areFreeOfSeriousFaults_andFit(String path) {
    Page page = demo.keptOpen();
    List<String> refused = new ArrayList<>();
    Consumer<Response> listener =
        response -> {
          if (response.status() >= 400) {
            refused.add(response.status() + " " + response.url());
          }
        };
    page.onResponse(listener);
    page.navigate(path);
    page.waitForLoadState(LoadState.NETWORKIDLE);
    page.offResponse(listener);
    assertThat(refused).as("what the screen asks for is there").isEmpty();
    assertThat(page.getByRole(AriaRole.HEADING).first()).isVisible();
    assertThat(Demo.seriousFaults(page)).isEmpty();
    assertFits(page);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "/app/sign-in",
        "/app/forgotten",
        "/app/reset/nothing-here",
        "/o/first-notebook-plan",
        "/o/first-notebook-plan/thanks",
        "/o/nothing-here",
        "/standins/mailbox"
      })
  void openPages_areFreeOfSeriousFaults_andFitAPhone(String path) {
    Page page = demo.visitor().newPage();
    page.setViewportSize(390, 844);
    page.navigate(path);
    page.waitForLoadState(LoadState.NETWORKIDLE);
    assertThat(Demo.seriousFaults(page)).isEmpty();
    assertFits(page);
    page.context().close();
  }
}
