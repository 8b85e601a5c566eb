package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import java.util.List;
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

/** A quiz from nothing by keyboard, played on a phone, without scripts too, and passed on. */
class QuizPathTest {
  private static final String QUIZ = "/o/which-binding";
  private final Demo demo = Demo.get();

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }

  private static Page.GetByRoleOptions like(String name) {
    return new Page.GetByRoleOptions().setName(Pattern.compile(name));
  }

  private static String address() {
    return "player." + System.nanoTime() + "@quire.test";
  }

  @Test
  void aQuizIsMadeFromNothing_byKeyboard_andPlayedToItsResult() {
    Page owner = demo.owner();
    String page = make(owner);
    Page visitor = demo.visitor().newPage();
    visitor.navigate(page);
    visitor.getByRole(AriaRole.BUTTON, named("Begin")).press("Enter");
    // A radio button is chosen by its own key; Enter goes on.
    visitor.getByRole(AriaRole.RADIO, named("Loose")).press("Space");
    visitor.keyboard().press("Enter");
    String email = address();
    visitor.locator("[name=email]").fill(email);
    visitor.getByRole(AriaRole.CHECKBOX).press("Space");
    visitor.locator("[data-gate] button[type=submit]").press("Enter");
    assertThat(visitor.getByRole(AriaRole.HEADING, named("Nearly there"))).isVisible();
    Letters letters = new Letters(demo, email);
    visitor.waitForCondition(() -> !letters.subjects().isEmpty());
    visitor.navigate(letters.link("/c/"));
    visitor.keyboard().press("Tab");
    assertThat(visitor.getByRole(AriaRole.HEADING, named("A wire ring"))).isVisible();
    visitor.waitForCondition(() -> letters.subjects().contains("Your result: A wire ring"));
  }

  private static String make(Page owner) {
    owner.navigate("/app/offers?new=1");
    Locator kind = owner.getByRole(AriaRole.BUTTON, like("^Quiz"));
    assertThat(owner.getByLabel("What is it called?")).isFocused();
    Demo.choose(kind);
    owner.getByLabel("What is it called?").fill("Thread or wire " + System.nanoTime());
    owner.getByLabel("What is it called?").press("Enter");
    owner.waitForURL("**/give");
    assertThat(owner.getByText("Nothing is asked yet.")).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Begin with a question")).press("Enter");
    assertThat(owner.getByLabel("Question 1", new Page.GetByLabelOptions().setExact(true)))
        .isFocused();
    owner.keyboard().type("How are your sheets?");
    owner.getByLabel("Words of answer 1").focus();
    owner.keyboard().type("Folded");
    owner.keyboard().press("Enter");
    owner.keyboard().type("Loose");
    // The second is put first, by keys.
    owner.getByRole(AriaRole.BUTTON, like("^Move Loose")).focus();
    owner.keyboard().press("Alt+ArrowUp");
    assertThat(owner.getByLabel("Words of answer 1")).hasValue("Loose");
    assertThat(owner.getByLabel("Words of answer 2")).hasValue("Folded");
    for (String title : new String[] {"A wire ring", "A sewn spine"}) {
      owner.getByRole(AriaRole.BUTTON, named("Add an outcome")).press("Enter");
      assertThat(owner.getByLabel("Outcome", new Page.GetByLabelOptions().setExact(true)))
          .isFocused();
      owner.keyboard().type(title);
      assertThat(owner.getByRole(AriaRole.LIST, named("Outcomes"))).containsText(title);
    }
    owner.getByRole(AriaRole.BUTTON, like("Question 1|1 Question")).first().press("Enter");
    owner.getByRole(AriaRole.SPINBUTTON, named("Points of Loose for A wire ring")).press("2");
    owner.getByRole(AriaRole.SPINBUTTON, named("Points of Folded for A sewn spine")).press("2");
    Locator balance = owner.getByRole(AriaRole.REGION, named("Balance"));
    assertThat(balance).containsText("1 of 2 ways");
    assertThat(balance).containsText("No way ties.");
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    assertThat(Demo.seriousFaults(owner)).isEmpty();
    owner.getByRole(AriaRole.BUTTON, named("Go live")).press("Enter");
    assertThat(owner.locator(".mark.live")).hasText("Live");
    return owner.locator(".head a[target=_blank]").getAttribute("href");
  }

  private static void answer(Page visitor, String words) {
    visitor.getByRole(AriaRole.RADIO, named(words).setExact(true)).check();
  }

  @Test
  void onAPhone_itIsPlayed_isThereAgainAfterAReload_andTellsOnlyItsOutcome() {
    Page visitor = demo.phone().newPage();
    visitor.navigate(QUIZ);
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
    visitor.getByRole(AriaRole.BUTTON, named("Begin")).click();
    answer(visitor, "Sketches and paint");
    visitor.getByRole(AriaRole.BUTTON, named("Next question")).click();
    assertThat(visitor.getByText("Question 2 of 5")).isVisible();
    visitor.getByRole(AriaRole.BUTTON, named("Next question")).click();
    assertThat(visitor.getByRole(AriaRole.ALERT)).hasText("Choose an answer.");
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
    answer(visitor, "Quite flat, even on page one");
    visitor.getByRole(AriaRole.BUTTON, named("Next question")).click();
    visitor.reload();
    assertThat(visitor.getByText("Question 3 of 5")).isVisible();
    visitor.getByRole(AriaRole.BUTTON, named("Back")).click();
    assertThat(visitor.getByLabel("Quite flat, even on page one")).isChecked();
    visitor.getByRole(AriaRole.BUTTON, named("Next question")).click();
    answer(visitor, "As a finger");
    visitor.getByRole(AriaRole.BUTTON, named("Next question")).click();
    answer(visitor, "A weekend");
    visitor.getByRole(AriaRole.BUTTON, named("Next question")).click();
    answer(visitor, "Boards with paper");
    visitor.getByRole(AriaRole.BUTTON, named("Next")).click();
    assertThat(visitor.getByText("Where shall we send your binding?")).isVisible();
    assertThat(visitor.content()).doesNotContain("Coptic");
    assertThat(visitor.evaluate("() => document.documentElement.scrollWidth <= innerWidth"))
        .isEqualTo(true);
    assertThat(Demo.seriousFaults(visitor)).isEmpty();
    String email = address();
    visitor.locator("[name=email]").fill(email);
    visitor.getByRole(AriaRole.CHECKBOX).check();
    visitor.getByRole(AriaRole.BUTTON, named("Send me my binding")).click();
    Letters letters = new Letters(demo, email);
    visitor.waitForCondition(() -> !letters.subjects().isEmpty());
    visitor.navigate(letters.link("/c/"));
    visitor.mouse().move(40, 40);
    assertThat(visitor.getByRole(AriaRole.HEADING, named("Coptic stitch"))).isVisible();
    passOn(visitor);
  }

  private void passOn(Page visitor) {
    Locator share = visitor.locator("[data-share]");
    assertThat(
            share.getByRole(
                AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Copy the link")))
        .isVisible();
    String address = share.getAttribute("data-share");
    Page friend = demo.visitor().newPage();
    friend.navigate(address);
    assertThat(friend.getByRole(AriaRole.HEADING, named("Coptic stitch"))).isVisible();
    assertThat(friend.locator("meta[property='og:image']"))
        .hasAttribute("content", Pattern.compile("/card\\.png$"));
    assertThat(Demo.seriousFaults(friend)).isEmpty();
    friend.getByRole(AriaRole.LINK, named("Play it yourself")).click();
    friend.waitForURL("**" + QUIZ);
  }

  @Test
  void withoutScripts_itIsOnePage_andOnePost() {
    Page visitor = demo.withoutScripts().newPage();
    visitor.navigate(QUIZ);
    for (String words :
        new String[] {
          "Writing, page after page",
          "Like a book from a shop",
          "As a brick",
          "Until it is right",
          "Cloth"
        }) {
      answer(visitor, words);
    }
    String email = address();
    visitor.locator("[name=email]").fill(email);
    visitor.getByRole(AriaRole.CHECKBOX).check();
    visitor.getByRole(AriaRole.BUTTON, named("Send me my binding")).click();
    assertThat(visitor.getByRole(AriaRole.HEADING, named("Nearly there"))).isVisible();
    Letters letters = new Letters(demo, email);
    visitor.waitForCondition(() -> !letters.subjects().isEmpty());
    visitor.navigate(letters.link("/c/"));
    visitor.getByRole(AriaRole.BUTTON).click();
    assertThat(visitor.getByRole(AriaRole.HEADING, named("Case binding"))).isVisible();
  }

  /** In the page and as a pop-up, each in a shadow root, by the script. */
  @ParameterizedTest
  @EnumSource(names = {"IN_PAGE", "POP_UP"})
  void onASite_itIsPlayedWhereverItsFormsShow(Shape shape) {
    Forms forms = demo.bean(Forms.class);
    long offer = demo.bean(Offers.class).bySlug("which-binding").orElseThrow().id();
    FormSettings hosted = forms.hosted(offer).settings();
    Form form = forms.turn(forms.make(offer, shape, onClick(hosted)).id(), true);
    try {
      playOnSite(form);
    } finally {
      forms.turn(form.id(), false);
    }
  }

  /** Before the site's other pop-ups, and only when asked for. */
  private static FormSettings onClick(FormSettings plain) {
    DisplayRules rules = plain.display();
    return new FormSettings(
        plain.name(),
        plain.words(),
        plain.picture(),
        plain.fields(),
        plain.looks(),
        plain.opening(),
        plain.afterwards(),
        new DisplayRules(
            rules.pages(),
            rules.audience(),
            rules.frequency(),
            rules.season(),
            new Trigger(Trigger.Kind.ON_CLICK, 0),
            9));
  }

  private void playOnSite(Form form) {
    Site site = demo.bean(Sites.class).all().get(0);
    demo.bean(SampleSite.class)
        .add(
            "/quiz",
            "<!doctype html><title>x</title><body><script async src=\"%s/embed.js\" data-site=\"%s\"></script><button data-jeton-open=\"%s\">Play</button><div data-jeton-form=\"%s\"></div>"
                .formatted(demo.base, site.key(), form.key(), form.key()));
    Page visitor = demo.visitor().newPage();
    visitor.navigate(site.origin() + "/quiz");
    boolean hangsOver = form.shape() == Shape.POP_UP;
    Locator quiz = visitor.locator(hangsOver ? "dialog" : "[data-jeton-form]");
    if (hangsOver) {
      visitor.waitForLoadState(LoadState.NETWORKIDLE);
      visitor.getByRole(AriaRole.BUTTON, named("Play").setExact(true)).click();
    }
    quiz.getByText("Begin").click();
    for (String words :
        List.of(
            "Notes from the road",
            "Folded right back, in one hand",
            "A few sheets",
            "An evening")) {
      quiz.getByLabel(words).check();
      quiz.getByText("Next question").click();
    }
    quiz.getByLabel("Something soft").check();
    quiz.getByText("Next", new Locator.GetByTextOptions().setExact(true)).click();
    quiz.locator("[name=email]").fill(address());
    quiz.locator("[name=consent]").check();
    quiz.getByText("Send me my binding", new Locator.GetByTextOptions().setExact(true)).click();
    assertThat(visitor.getByText("Nearly there")).isVisible();
    visitor.context().close();
  }

  @Test
  void whereTheyStop_andWhoAnsweredWhat_isOnOnePage() {
    Page owner = demo.owner();
    owner.navigate(demo.offerOf(owner, "QUIZ") + "/players");
    assertThat(owner.getByRole(AriaRole.REGION, named("Where people stop")))
        .containsText("Opening");
    Locator rows = owner.locator("table").last().locator("tbody tr");
    assertThat(rows.first()).isVisible();
    owner
        .locator(".v-select")
        .filter(new Locator.FilterOptions().setHasText("Any outcome"))
        .click();
    owner.getByRole(AriaRole.OPTION, named("Long stitch")).click();
    assertThat(rows.first()).containsText("Long stitch");
    assertThat(Demo.seriousFaults(owner)).isEmpty();
  }
}
