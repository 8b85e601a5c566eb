package jeton.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.ForcedColors;
import com.microsoft.playwright.options.LoadState;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

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
          "/app/numbers",
          "/app/numbers/forms",
          "/app/numbers/emails",
          "/app/numbers/kinds",
          "/app/numbers/sources",
          "/app/numbers/weeks",
          "/app/setup/connections",
          "/app/setup/outside-lists",
          "/app/setup/upkeep",
          "/app/trials/1",
          "/app/site",
          "/app/setup",
          "/app/account",
          "/app/nowhere");

  // 640 is what is left of 1280 at a zoom of 200 %.
  private static final int[] WIDTHS = {1280, 820, 640, 390, 360};
  private static final int HEIGHT = 800;
  private static final String AT_REST =
      "() => !document.querySelector('[aria-busy=true], .v-progress-linear--indeterminate')";

  // What makes a window scroll sideways, for whoever reads the failure.
  private static final String WIDEST =
      """
      () => {
        const wide = document.documentElement.scrollWidth - innerWidth
        if (wide <= 0) {
          const squeezed = [...document.querySelectorAll('header button, header a')]
            .filter((e) => e.clientWidth > 1 && e.scrollWidth > e.clientWidth + 1)
          return squeezed.map((e) => `${e.textContent.trim()} is squeezed`).join(', ')
        }
        const over = [...document.querySelectorAll('main *, header *')]
          .filter((e) => e.getBoundingClientRect().right > innerWidth + 1 && !e.closest('.scrolls'))
          .map((e) => e.tagName.toLowerCase() + '.' + [...e.classList].join('.'))
        return wide + ' px too wide: ' + over.slice(0, 3).join(', ')
      }
      """;

  // Targets under 44 px, but for links and fill-ins within a sentence, which are as tall as its
  // line.
  private static final String SMALL =
      """
      () => [...document.querySelectorAll(
          'a[href], button, input:not([type=hidden]), select, textarea, [role=button], [role=tab], summary')]
        .filter((e) => {
          const box = e.getBoundingClientRect()
          const inLine = e.closest('.tiptap') || e.tagName === 'A' && getComputedStyle(e).display === 'inline'
            && e.parentElement.textContent.trim().length > e.textContent.trim().length
          return box.width > 1 && box.height > 1 && getComputedStyle(e).visibility !== 'hidden'
            && !e.disabled && !inLine && !e.closest('[inert]')
        })
        .map((e) => e.closest('.v-field, .v-selection-control, label, .v-list-item') ?? e)
        .filter((e) => e.getBoundingClientRect().height < 43.5 || e.getBoundingClientRect().width < 43.5)
        .map((e) => `${e.tagName} “${(e.ariaLabel || e.textContent).trim().slice(0, 40)}” is `
          + `${Math.round(e.getBoundingClientRect().width)} x ${Math.round(e.getBoundingClientRect().height)}`)
      """;

  // What is chosen has a line of its own where all grounds are the system's.
  private static final String CHOSEN_BY_COLOUR =
      """
      () => [...document.querySelectorAll('[aria-pressed=true], [aria-current]:not([aria-current=false])')]
        .filter((e) => e.getBoundingClientRect().width > 1)
        .filter((e) => getComputedStyle(e).outlineStyle === 'none')
        .map((e) => e.textContent.trim().slice(0, 40))
      """;

  private static final String NO_FIRST_HOUR = "\"firstHour\":\\{\"lines\":\\[\\][^}]*\\}";
  private static final String FIRST_HOUR =
      """
      "firstHour":{"offerId":1,"lines":[
        {"step":"BUSINESS","done":true},{"step":"MAIL_TRIED","done":false},{"step":"OFFER","done":true},
        {"step":"REHEARSED","done":false},{"step":"SNIPPET","done":false},{"step":"LIVE","done":false}]}
      """;

  private final Demo demo = Demo.get();

  /** What is asked of every screen. */
  private enum Rule {
    FITS,
    SILENT,
    LARGE_ENOUGH,
    READABLE,
    READABLE_IN_THE_DARK
  }

  /** What each rule finds, from one walk through all screens. */
  private static Map<Rule, List<String>> found;

  @ParameterizedTest
  @EnumSource
  void everyScreenHolds(Rule rule) {
    if (found == null) {
      found = walk();
    }
    assertThat(found.getOrDefault(rule, List.of())).isEmpty();
  }

  private Map<Rule, List<String>> walk() {
    Map<Rule, List<String>> faults = new EnumMap<>(Rule.class);
    Page page = demo.owner();
    page.onConsoleMessage(
        message -> {
          if (List.of("error", "warning").contains(message.type())) {
            note(faults, Rule.SILENT, page.url().replace(demo.base, ""), message.text());
          }
        });
    page.onPageError(error -> note(faults, Rule.SILENT, page.url().replace(demo.base, ""), error));
    for (String screen : screens(page)) {
      page.setViewportSize(WIDTHS[0], HEIGHT);
      page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
      show(page, screen);
      Demo.seriousFaults(page).forEach(fault -> note(faults, Rule.READABLE, screen, fault));
      page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
      // Only colours are others in the dark.
      Demo.seriousFaults(page, axe -> axe.withRules(List.of("color-contrast")))
          .forEach(fault -> note(faults, Rule.READABLE_IN_THE_DARK, screen, fault));
      for (int width : WIDTHS) {
        page.setViewportSize(width, HEIGHT);
        String wide = (String) page.evaluate(WIDEST);
        if (!wide.isEmpty()) {
          note(faults, Rule.FITS, screen, "at " + width + ": " + wide);
        }
      }
      ((List<?>) page.evaluate(SMALL)).forEach(one -> note(faults, Rule.LARGE_ENOUGH, screen, one));
    }
    page.context().close();
    return faults;
  }

  private static void note(Map<Rule, List<String>> faults, Rule rule, String screen, Object fault) {
    faults.computeIfAbsent(rule, r -> new ArrayList<>()).add(screen + ": " + fault);
  }

  @Test
  void inColoursOfTheSystem_whatIsChosenAndFocusedStandsOut() {
    Page page = demo.owner();
    page.emulateMedia(new Page.EmulateMediaOptions().setForcedColors(ForcedColors.ACTIVE));
    List<String> faults = new ArrayList<>();
    for (String screen : List.of("/app/offers/1/ask", "/app/emails/engine", "/app/people/1")) {
      show(page, screen);
      ((List<?>) page.evaluate(CHOSEN_BY_COLOUR)).forEach(one -> faults.add(screen + ": " + one));
      page.keyboard().press("Tab");
      String focus =
          (String) page.evaluate("() => getComputedStyle(document.activeElement).outlineStyle");
      assertThat(focus).as(screen).isNotEqualTo("none");
    }
    page.context().close();
    assertThat(faults).isEmpty();
  }

  /** The demo's first hour is over: its list is shown as a new install's server tells it. */
  @Test
  void theListOfTheFirstHourHolds() {
    Page page = demo.owner();
    page.route(
        "**/api/today",
        route -> {
          APIResponse answer = route.fetch();
          route.fulfill(
              new Route.FulfillOptions()
                  .setResponse(answer)
                  .setBody(answer.text().replaceFirst(NO_FIRST_HOUR, FIRST_HOUR)));
        });
    show(page, "/app/today");
    assertThat(page.getByText("2 of 6 done").isVisible()).isTrue();
    List<String> faults = new ArrayList<>(Demo.seriousFaults(page));
    page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.DARK));
    faults.addAll(Demo.seriousFaults(page));
    for (int width : WIDTHS) {
      page.setViewportSize(width, HEIGHT);
      faults.add((String) page.evaluate(WIDEST));
    }
    faults.removeIf(String::isEmpty);
    page.context().close();
    assertThat(faults).isEmpty();
  }

  /** Every screen of the owner's, those of kinds of offer included. */
  private List<String> screens(Page page) {
    List<String> screens = new ArrayList<>(SCREENS);
    screens.add(demo.offerOf(page, "COUPON") + "/codes");
    screens.add(demo.offerOf(page, "QUIZ") + "/players");
    screens.add(demo.offerOf(page, "WHEEL") + "/spins");
    return screens;
  }

  /** Goes to a screen and waits until what it lists has come, too. */
  private static void show(Page page, String screen) {
    page.navigate(screen);
    page.locator("main h1").first().waitFor();
    page.waitForLoadState(LoadState.NETWORKIDLE);
    page.waitForFunction(AT_REST);
  }
}
