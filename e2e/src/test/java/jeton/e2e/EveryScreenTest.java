package jeton.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.LoadState;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What holds on every screen of the owner's: it fits its window, says nothing to the console, and
 * can be read.
 */
class EveryScreenTest {
  private static final List<String> SCREENS =
      List.of(
          "/app/today",
          "/app/offers",
          "/app/offers/1/give",
          "/app/offers/1/ask",
          "/app/offers/1/confirm",
          "/app/offers/1/hand-over",
          "/app/offers/1/follow-up",
          "/app/offers/1/rehearsal",
          "/app/offers/2/give",
          "/app/offers/3/give",
          "/app/offers/4/give",
          "/app/offers/5/give",
          "/app/people",
          "/app/people/1",
          "/app/people/import",
          "/app/emails",
          "/app/emails/sequences",
          "/app/emails/many",
          "/app/emails/layouts",
          "/app/emails/engine",
          "/app/sequences/1",
          "/app/mailings/1",
          "/app/mailings/3",
          "/app/site",
          "/app/setup",
          "/app/account",
          "/app/nowhere");

  private static final List<String> IN_THE_DARK =
      List.of(
          "/app/today",
          "/app/offers/1/ask",
          "/app/offers/1/follow-up",
          "/app/people",
          "/app/emails/engine",
          "/app/mailings/1",
          "/app/setup");

  private static final int[] WIDTHS = {1280, 820, 390, 360};
  private static final int HEIGHT = 800;
  private static final String AT_REST =
      "() => !document.querySelector('[aria-busy=true], .v-progress-linear--indeterminate')";

  // What makes a window scroll sideways, for whoever reads the failure.
  private static final String WIDEST =
      """
      () => {
        const wide = document.documentElement.scrollWidth - innerWidth
        if (wide <= 0) return ''
        const over = [...document.querySelectorAll('main *, header *')]
          .filter((e) => e.getBoundingClientRect().right > innerWidth + 1 && !e.closest('.scrolls'))
          .map((e) => e.tagName.toLowerCase() + '.' + [...e.classList].join('.'))
        return wide + ' px too wide: ' + over.slice(0, 3).join(', ')
      }
      """;

  private final Demo demo = Demo.get();

  @Test
  void nothingScrollsSideways_andNothingIsSaidToTheConsole() {
    Page page = demo.owner();
    List<String> faults = new ArrayList<>();
    page.onConsoleMessage(
        message -> {
          if (List.of("error", "warning").contains(message.type())) {
            faults.add(page.url().replace(demo.base, "") + " says: " + message.text());
          }
        });
    page.onPageError(error -> faults.add(page.url().replace(demo.base, "") + " throws: " + error));
    List<String> screens = new ArrayList<>(SCREENS);
    screens.add(of(page, "COUPON") + "/codes");
    screens.add(of(page, "QUIZ") + "/players");
    screens.add(of(page, "WHEEL") + "/spins");
    for (String screen : screens) {
      page.setViewportSize(WIDTHS[0], HEIGHT);
      page.navigate(screen);
      page.locator("main h1").first().waitFor();
      // What it lists has come, too.
      page.waitForLoadState(LoadState.NETWORKIDLE);
      page.waitForFunction(AT_REST);
      for (int width : WIDTHS) {
        page.setViewportSize(width, HEIGHT);
        String wide = (String) page.evaluate(WIDEST);
        if (!wide.isEmpty()) {
          faults.add(screen + " at " + width + ": " + wide);
        }
      }
    }
    page.context().close();
    assertThat(faults).isEmpty();
  }

  /** The address of an offer of a kind. */
  private String of(Page page, String kind) {
    JsonNode offers = new JsonMapper().readTree(page.request().get("/api/offers").text());
    return offers
        .valueStream()
        .filter(one -> one.at("/offer/kind").asString().equals(kind))
        .map(one -> "/app/offers/" + one.at("/offer/id").asLong())
        .findFirst()
        .orElseThrow();
  }

  @Test
  void inTheDark_allCanBeRead() {
    Page page = demo.owner();
    page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
    List<String> faults = new ArrayList<>();
    for (String screen : IN_THE_DARK) {
      page.navigate(screen);
      page.locator("main h1").first().waitFor();
      Demo.seriousFaults(page).forEach(fault -> faults.add(screen + ": " + fault));
    }
    page.context().close();
    assertThat(faults).isEmpty();
  }
}
