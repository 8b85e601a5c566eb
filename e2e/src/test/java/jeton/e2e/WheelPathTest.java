package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import java.util.regex.Pattern;
import jeton.core.display.DisplayRules;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.FormSettings;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.offer.Offers;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import jeton.standins.samplesite.SampleSite;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** A wheel from nothing by keyboard; turned on a phone, with less motion, without scripts. */
class WheelPathTest {
  private static final String WHEEL = "/o/spin-for-a-sheet";
  private static final Pattern ANSWER = Pattern.compile("You have won: |Not this time");
  private final Demo demo = Demo.get();

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static Page.GetByRoleOptions like(String name) {
    return new Page.GetByRoleOptions().setName(Pattern.compile(name));
  }

  private static String address() {
    return "spinner." + System.nanoTime() + "@quire.test";
  }

  private static void spin(Page visitor, String email) {
    visitor.locator("[name=email]").fill(email);
    visitor.locator("[name=consent]").check();
    visitor.getByRole(AriaRole.BUTTON, like("Spin|Turn the wheel")).press("Enter");
  }

  @Test
  void aWheelIsMadeFromNothing_byKeyboard_fittedToABudget_andTurned() {
    Page owner = demo.owner();
    String page = make(owner);
    Page visitor = demo.withMotion().newPage();
    visitor.navigate(page);
    String email = address();
    spin(visitor, email);
    assertThat(visitor.getByText("The wheel is turning.")).isVisible();
    assertThat(visitor.getByRole(AriaRole.HEADING, like(ANSWER.pattern()))).isVisible();
    owner.getByRole(AriaRole.LINK, named("All spins")).press("Enter");
    assertThat(owner.locator("tbody tr").first()).containsText(email);
    assertThat(owner.locator("tbody tr").first()).containsText("waits to be confirmed");
    assertThat(Demo.seriousFaults(owner)).isEmpty();
  }

  private static String make(Page owner) {
    owner.navigate("/app/offers?new=1");
    Locator kind = owner.getByRole(AriaRole.BUTTON, like("^Prize wheel"));
    assertThat(owner.getByLabel("What is it called?")).isFocused();
    Demo.choose(kind);
    owner.getByLabel("What is it called?").fill("Turn for a bookmark " + System.nanoTime());
    owner.getByLabel("What is it called?").press("Enter");
    owner.waitForURL("**/give");
    owner.getByRole(AriaRole.BUTTON, named("Add a slice")).press("Enter");
    assertThat(owner.getByLabel("Slice 3: what stands on it")).isFocused();
    owner.keyboard().type("Bookmark");
    // By keys it is put first, and made likelier.
    owner.getByRole(AriaRole.BUTTON, like("^Move Bookmark")).press("ArrowUp");
    owner.keyboard().press("ArrowUp");
    assertThat(owner.getByLabel("Slice 1: what stands on it")).hasValue("Bookmark");
    Locator weight =
        owner.getByLabel("Weight of Bookmark", new Page.GetByLabelOptions().setExact(true));
    for (int i = 0; i < 10; i++) {
      weight.press("ArrowUp");
    }
    assertThat(weight).hasValue("20");
    // Two slices alone had one chance in two each: it is the first one's that is waited for.
    assertThat(owner.locator(".chance").first()).hasText("1 in 2 · 50 %");
    owner.getByRole(AriaRole.BUTTON, named("In words")).press("Enter");
    owner.getByLabel("It costs you").fill("0.40");
    assertThat(owner.getByText("A spin costs you €0.20 on average.")).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Fit to a budget")).press("Enter");
    owner.getByLabel("A spin costs at most").fill("0.10");
    owner.getByRole(AriaRole.BUTTON, named("Calculate")).press("Enter");
    assertThat(owner.getByText("Bookmark: 6 instead of 20")).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Use these weights")).press("Enter");
    assertThat(weight).hasValue("6");
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    owner.getByRole(AriaRole.BUTTON, named("Go live")).press("Enter");
    assertThat(owner.locator(".mark.live")).hasText("Live");
    return owner.locator(".head a[target=_blank]").getAttribute("href");
  }

  @Test
  void onAPhone_itTurns_saysTheSameAfterAReload_andWaitsForItsPeriod() {
    Page visitor = demo.phone().newPage();
    visitor.navigate(WHEEL);
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
    assertThat(visitor.evaluate("() => document.documentElement.scrollWidth <= innerWidth"))
        .isEqualTo(true);
    String email = address();
    spin(visitor, email);
    Locator answer = visitor.getByRole(AriaRole.HEADING, like(ANSWER.pattern()));
    assertThat(answer).isVisible();
    String said = answer.textContent();
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
    visitor.reload();
    assertThat(answer).hasText(said);
    Page again = demo.phone().newPage();
    again.navigate(WHEEL);
    spin(again, email);
    assertThat(again.getByText("The next one is possible from Monday")).isVisible();
    assertThat(again.locator("[name=email]")).hasValue(email);
    // Two weeks later it is their turn again.
    demo.advance("P14D");
    again.getByRole(AriaRole.BUTTON, named("Spin")).click();
    assertThat(again.getByRole(AriaRole.HEADING, like(ANSWER.pattern()))).isVisible();
    visitor.context().close();
  }

  @Test
  void withLessMotion_itStandsAtWhatItDrew() {
    Page visitor = demo.visitor().newPage();
    visitor.navigate(WHEEL);
    spin(visitor, address());
    assertThat(visitor.getByRole(AriaRole.HEADING, like(ANSWER.pattern()))).isVisible();
    assertThat(visitor.evaluate("() => document.getAnimations().length")).isEqualTo(0);
    assertThat(visitor.locator(".jf-rings")).hasCount(0);
    visitor.context().close();
  }

  @Test
  void withoutScripts_aPageAnswers() {
    Page visitor = demo.withoutScripts().newPage();
    visitor.navigate(WHEEL);
    assertThat(visitor.getByRole(AriaRole.IMG, like("^A wheel with"))).isVisible();
    String email = address();
    spin(visitor, email);
    Locator answer = visitor.getByRole(AriaRole.HEADING, like(ANSWER.pattern()));
    assertThat(answer).isVisible();
    Letters letters = new Letters(demo, email);
    visitor.waitForCondition(() -> !letters.subjects().isEmpty());
    visitor.context().close();
  }

  /** In the page and over it, each in a shadow root, by the script. */
  @ParameterizedTest
  @EnumSource(names = {"IN_PAGE", "POP_UP", "SLIDE_IN"})
  void onASite_itTurnsWhereverItsFormsShow(Shape shape) {
    Forms forms = demo.bean(Forms.class);
    long offer = demo.bean(Offers.class).bySlug("spin-for-a-sheet").orElseThrow().id();
    FormSettings hosted = forms.hosted(offer).settings();
    Form form = forms.turn(forms.make(offer, shape, onClick(hosted)).id(), true);
    try {
      turnOnSite(form);
    } finally {
      forms.turn(form.id(), false);
    }
  }

  /** Before the site's other pop-ups, and only when asked for. */
  private static FormSettings onClick(FormSettings plain) {
    DisplayRules rules = plain.display();
    return plain.withDisplay(
        new DisplayRules(
            rules.pages(),
            rules.audience(),
            rules.frequency(),
            rules.season(),
            new Trigger(Trigger.Kind.ON_CLICK, 0),
            9));
  }

  private void turnOnSite(Form form) {
    Site site = demo.bean(Sites.class).all().get(0);
    demo.bean(SampleSite.class)
        .add(
            "/wheel",
            "<!doctype html><title>x</title><body><script async src=\"%s/embed.js\" data-site=\"%s\"></script><button data-jeton-open=\"%s\">Play</button><div data-jeton-form=\"%s\"></div>"
                .formatted(demo.base, site.key(), form.key(), form.key()));
    Page visitor = demo.visitor().newPage();
    visitor.navigate(site.origin() + "/wheel");
    boolean hangsOver = form.shape() != Shape.IN_PAGE;
    if (hangsOver) {
      visitor.waitForLoadState(LoadState.NETWORKIDLE);
      visitor.getByRole(AriaRole.BUTTON, named("Play").setExact(true)).click();
    }
    // Of six one has a few pieces only: once others have won them, five are left.
    assertThat(visitor.locator("[data-slice]").nth(4)).isAttached();
    visitor.locator("[name=email]").fill(address());
    visitor.locator("[name=consent]").check();
    visitor.getByText("Spin", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(visitor.locator(".jf-after h2")).hasText(ANSWER);
    assertThat(visitor.locator(".jf-wheel-turns")).isVisible();
    visitor.context().close();
  }
}
