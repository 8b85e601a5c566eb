package jeton.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Route;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.RequestOptions;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.regex.Pattern;
import jeton.core.display.Audience;
import jeton.core.display.DisplayRules;
import jeton.core.display.Frequency;
import jeton.core.display.PagePattern;
import jeton.core.display.Pages;
import jeton.core.display.Season;
import jeton.core.display.Shape;
import jeton.core.display.Trigger;
import jeton.core.form.Afterwards;
import jeton.core.form.FormField;
import jeton.core.form.FormPicture;
import jeton.core.form.FormSettings;
import jeton.core.form.FormWords;
import jeton.core.form.Looks;
import jeton.core.form.Opening;
import jeton.core.signup.VisitorChecks;
import jeton.server.business.Business;
import jeton.server.business.BusinessSettings;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import jeton.standins.samplesite.SampleSite;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * Forms on the sample site, as visitors meet them: its strict policy and its rude style included.
 */
class SiteTest {
  private static final long OFFER = 1;
  private final Demo demo = Demo.get();
  private final Forms forms = demo.bean(Forms.class);
  private final Site site = demo.bean(Sites.class).all().get(0);
  private List<Form> before;
  private BrowserContext context;
  private Page page;

  @BeforeEach
  void onlyTheTestsOwnForms() {
    before = forms.of(OFFER).stream().filter(Form::on).toList();
    before.stream()
        .filter(form -> form.shape() != Shape.FULL_PAGE)
        .forEach(form -> forms.turn(form.id(), false));
    context = demo.visitor();
    page = context.newPage();
  }

  @AfterEach
  void asItWas() {
    context.close();
    forms.of(OFFER).stream()
        .filter(form -> form.shape() != Shape.FULL_PAGE)
        .forEach(form -> forms.turn(form.id(), false));
    before.forEach(form -> forms.turn(form.id(), true));
  }

  private Form form(Shape shape, Trigger trigger) {
    return form(shape, trigger, Pages.ALL, Opening.PLAIN);
  }

  private Form form(Shape shape, Trigger trigger, Pages pages, Opening opening) {
    DisplayRules rules =
        new DisplayRules(
            pages, Audience.NOT_YET_SIGNED_UP, Frequency.CALM, Season.ALWAYS, trigger, 0);
    FormSettings settings =
        new FormSettings(
            shape.name(),
            new FormWords(
                "Try " + shape, "<p>By email.</p>", List.of(), "Send it", "No thanks", "", ""),
            new FormPicture("", "thread", "A spool of thread", FormPicture.Side.LEFT),
            List.of(FormField.email("Email", "")),
            Looks.of("#FFFFFF", "#1C2A26", "#16423C", "#FFFFFF"),
            opening,
            Afterwards.PLAIN,
            rules);
    return forms.turn(forms.make(OFFER, shape, settings).id(), true);
  }

  private static Trigger trigger(Trigger.Kind kind, int amount) {
    return new Trigger(kind, amount);
  }

  private static Trigger atOnce() {
    return trigger(Trigger.Kind.AT_ONCE, 0);
  }

  private Locator headline(Shape shape) {
    return page.getByRole(
        AriaRole.HEADING, new Page.GetByRoleOptions().setName("Try " + shape).setExact(true));
  }

  private Locator button(String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name));
  }

  private String newAddress() {
    return "s" + UUID.randomUUID().toString().substring(0, 12) + "@letters.test";
  }

  private void signUp() {
    page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Email"))
        .fill(newAddress());
    button("Send it").click();
    assertThat(page.getByText("We have written to you")).isVisible();
  }

  /** A page of the site's origin with this body; without its policy and style. */
  private void custom(String body) {
    demo.bean(SampleSite.class).add("/custom", "<!doctype html><title>x</title><body>" + body);
    page.navigate(site.origin() + "/custom");
  }

  private String snippet() {
    return "<script async src=\"%s/embed.js\" data-site=\"%s\"></script>"
        .formatted(demo.base, site.key());
  }

  @ParameterizedTest
  @EnumSource(names = {"POP_UP", "SLIDE_IN", "BAR"})
  void everyShapeThatHangsOver_shows_takesASignUp_andStaysAwayThen(Shape shape) {
    form(shape, atOnce());
    page.navigate(site.origin() + "/papers");
    assertThat(headline(shape)).isVisible();
    assertThat(Demo.seriousFaults(page)).isEmpty();
    signUp();
    page.reload();
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(headline(shape)).hasCount(0);
  }

  @Test
  void aFormInThePage_standsInItsSpot_andTakesASignUp() {
    Form form = form(Shape.IN_PAGE, atOnce());
    custom(snippet() + "<div data-jeton-form=\"" + form.key() + "\"></div>");
    assertThat(headline(Shape.IN_PAGE)).isVisible();
    signUp();
  }

  @Test
  void eachTrigger_waitsForItsMoment() {
    Form leaving = form(Shape.POP_UP, trigger(Trigger.Kind.ON_LEAVING, 0));
    page.navigate(site.origin() + "/journal");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(headline(Shape.POP_UP)).hasCount(0);
    page.evaluate("document.dispatchEvent(new MouseEvent('mouseout', {clientY: -1}))");
    assertThat(headline(Shape.POP_UP)).isVisible();
    forms.turn(leaving.id(), false);

    Form scrolled = form(Shape.SLIDE_IN, trigger(Trigger.Kind.AT_SCROLL, 60));
    page.navigate(site.origin() + "/journal");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(headline(Shape.SLIDE_IN)).hasCount(0);
    page.evaluate("scrollTo(0, document.documentElement.scrollHeight)");
    assertThat(headline(Shape.SLIDE_IN)).isVisible();
    forms.turn(scrolled.id(), false);

    form(Shape.BAR, trigger(Trigger.Kind.AFTER_SECONDS, 1));
    page.navigate(site.origin() + "/papers");
    assertThat(headline(Shape.BAR)).isVisible();
  }

  @Test
  void afterIdleSeconds_itShows_andAnyMoveStartsThemAnew() {
    form(Shape.SLIDE_IN, trigger(Trigger.Kind.WHEN_IDLE, 20));
    page.clock().install();
    page.navigate(site.origin() + "/papers");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    page.clock().runFor(15_000);
    page.mouse().move(10, 10);
    page.clock().runFor(15_000);
    assertThat(headline(Shape.SLIDE_IN)).hasCount(0);
    page.clock().runFor(6_000);
    assertThat(headline(Shape.SLIDE_IN)).isVisible();
  }

  @Test
  void aLinkOrButtonOpensIt_focusIsTrapped_escapeCloses_andFocusComesBack() {
    Form form = form(Shape.POP_UP, trigger(Trigger.Kind.ON_CLICK, 0));
    custom(
        snippet()
            + "<button data-jeton-open=\""
            + form.key()
            + "\">Get it</button> <a href=\"#jeton-"
            + form.key()
            + "\">or so</a>");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    page.evaluate(
        "window.heard = []; for (const n of ['shown', 'closed']) document.addEventListener('jeton:' + n, e => heard.push(n + ' ' + e.detail.shape))");
    button("Get it").click();
    assertThat(headline(Shape.POP_UP)).isVisible();
    for (int i = 0; i < 8; i++) {
      page.keyboard().press("Tab");
      assertThat(
              (Boolean)
                  page.evaluate(
                      "document.activeElement.textContent !== 'Get it' && document.activeElement.tagName !== 'A'"))
          .as("focus stays in the dialog")
          .isTrue();
    }
    page.keyboard().press("Escape");
    assertThat(headline(Shape.POP_UP)).hasCount(0);
    assertThat(button("Get it")).isFocused();
    assertThat(page.evaluate("heard.join()")).isEqualTo("shown POP_UP,closed POP_UP");
    page.getByText("or so").click();
    assertThat(headline(Shape.POP_UP)).isVisible();
  }

  @Test
  void behindAFloatingButton_itWaits() {
    form(
        Shape.SLIDE_IN,
        atOnce(),
        Pages.ALL,
        new Opening(false, Opening.Corner.LEFT, "Get it free", true));
    page.navigate(site.origin() + "/papers");
    assertThat(headline(Shape.SLIDE_IN)).hasCount(0);
    button("Get it free").click();
    assertThat(headline(Shape.SLIDE_IN)).isVisible();
  }

  @Test
  void justWordsAndAButton_leadToTheHostedPage() {
    form(Shape.BAR, atOnce(), Pages.ALL, new Opening(true, Opening.Corner.NONE, "", true));
    page.navigate(site.origin() + "/papers");
    page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Send it")).click();
    page.waitForURL("**/o/first-notebook-plan");
  }

  @Test
  void closed_itRestsForItsDays_andThenComesAgain() {
    form(Shape.POP_UP, atOnce());
    page.navigate(site.origin() + "/papers");
    button("Close").click();
    page.navigate(site.origin() + "/threads");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(headline(Shape.POP_UP)).hasCount(0);
    page.request()
        .post(
            demo.base + "/api/demo/clock",
            RequestOptions.create().setData(Map.of("advance", "P15D")));
    page.navigate(site.origin() + "/journal");
    assertThat(headline(Shape.POP_UP)).isVisible();
  }

  @Test
  void aPageThatChangesWithoutLoading_isAnotherPage() {
    form(
        Shape.POP_UP,
        atOnce(),
        new Pages(List.of(new PagePattern(PagePattern.Type.EXACT, "/workshop/sewing")), List.of()),
        Opening.PLAIN);
    page.navigate(site.origin() + "/workshop");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(headline(Shape.POP_UP)).hasCount(0);
    page.getByText("Sewing", new Page.GetByTextOptions().setExact(true)).click();
    assertThat(headline(Shape.POP_UP)).isVisible();
  }

  @Test
  void twoSnippetsByMistake_areOne() {
    form(Shape.POP_UP, atOnce());
    page.navigate(site.origin() + "/papers?twice");
    assertThat(headline(Shape.POP_UP)).isVisible();
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(headline(Shape.POP_UP)).hasCount(1);
  }

  @Test
  void theServerAway_breaksNothing_andTheFormSaysToTryAgain() {
    form(Shape.POP_UP, atOnce());
    page.navigate(site.origin() + "/papers");
    Locator email = page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Email"));
    email.fill("ann@letters.test");
    page.route("**/signups", Route::abort);
    button("Send it").click();
    assertThat(page.getByText("could not be reached")).isVisible();
    assertThat(email).hasValue("ann@letters.test");
    page.unroute("**/signups");
    button("Send it").click();
    assertThat(page.getByText("We have written to you")).isVisible();
    Page other = context.newPage();
    other.route(demo.base + "/**", Route::abort);
    other.navigate(site.origin() + "/papers");
    assertThat(other.getByRole(AriaRole.HEADING).first()).hasText("Papers");
  }

  @Test
  void aFormTurnedOffMeanwhile_saysSo_andKeepsWhatWasTyped() {
    Form form = form(Shape.POP_UP, atOnce());
    page.navigate(site.origin() + "/papers");
    Locator email = page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Email"));
    email.fill("ann@letters.test");
    forms.turn(form.id(), false);
    button("Send it").click();
    assertThat(page.getByText("takes no sign-ups at the moment")).isVisible();
    assertThat(email).hasValue("ann@letters.test");
  }

  @Test
  void theProofOfWork_isDoneByTheBrowser_andAMistypedDomainIsHintedAt() {
    form(Shape.POP_UP, atOnce());
    Business business = demo.bean(Business.class);
    check(business, VisitorChecks.Human.ALWAYS);
    try {
      page.navigate(site.origin() + "/papers");
      Locator email =
          page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Email"));
      email.fill("ann@gmial.com");
      email.press("Tab");
      assertThat(button("ann@gmail.com")).isVisible();
      signUp();
      page.navigate(demo.base + "/o/first-notebook-plan");
      page.locator("[name=email]").fill(newAddress());
      page.getByRole(AriaRole.CHECKBOX).check();
      button("Send me the plan").click();
      assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("Nearly there");
    } finally {
      check(business, VisitorChecks.Human.WHEN_SUSPICIOUS);
    }
  }

  @Test
  void theVerificationService_isAsked_onlyWhereTheOwnerWantsIt() {
    form(Shape.POP_UP, atOnce());
    Business business = demo.bean(Business.class);
    page.navigate(site.origin() + "/papers");
    Locator email = page.getByRole(AriaRole.TEXTBOX, new Page.GetByRoleOptions().setName("Email"));
    String bad = "gone." + newAddress();
    check(business, VisitorChecks.Human.NEVER, true);
    try {
      email.fill(bad);
      button("Send it").click();
      assertThat(page.getByText("does not seem to work")).isVisible();
    } finally {
      check(business, VisitorChecks.Human.WHEN_SUSPICIOUS);
    }
    button("Send it").click();
    assertThat(page.getByText("We have written to you")).isVisible();
  }

  private static void check(Business business, VisitorChecks.Human human) {
    check(business, human, false);
  }

  private static void check(Business business, VisitorChecks.Human human, boolean verifies) {
    BusinessSettings b = business.now().settings();
    business.save(
        business.now().version(),
        new BusinessSettings(
            b.name(),
            b.postalAddress(),
            b.senderName(),
            b.senderEmail(),
            b.replyTo(),
            b.zone(),
            b.palette(),
            b.logo(),
            b.whenUnknown(),
            b.fields(),
            new VisitorChecks(human, b.checks().throwAway(), verifies),
            b.sending(),
            b.pages()));
  }

  @Test
  void aFramedForm_takesASignUp_andItsHeightFollows() {
    Form form = form(Shape.IN_PAGE, atOnce());
    custom(
        snippet()
            + "<iframe data-jeton-frame height=\"50\" src=\""
            + demo.base
            + "/f/"
            + form.key()
            + "\"></iframe>");
    var frame = page.frameLocator("iframe");
    assertThat(frame.getByRole(AriaRole.HEADING)).hasText("Try IN_PAGE");
    page.waitForFunction("document.querySelector('iframe').offsetHeight > 150");
    frame.locator("[name=email]").fill(newAddress());
    frame.locator("[type=submit]").click();
    assertThat(frame.getByRole(AriaRole.HEADING)).hasText("Nearly there");
  }

  @Test
  void plainHtml_worksWithoutScripts() {
    Form form = form(Shape.IN_PAGE, atOnce());
    Page owner = demo.owner();
    String json =
        (String)
            owner.evaluate(
                "async (path) => (await (await fetch(path)).json()).html",
                "/api/offers/" + OFFER + "/forms/" + form.id() + "/placing");
    owner.context().close();
    context.close();
    context = demo.browser.newContext(new Browser.NewContextOptions().setJavaScriptEnabled(false));
    page = context.newPage();
    custom(json);
    page.locator("[name=email]").fill(newAddress());
    button("Send it").click();
    assertThat(page.getByRole(AriaRole.HEADING).first()).hasText("Nearly there");
  }

  @Test
  void signedUp_allOfThatOfferGoesQuiet_atOnce_andInOtherTabs() {
    Form inPage = form(Shape.IN_PAGE, atOnce());
    form(
        Shape.SLIDE_IN,
        atOnce(),
        Pages.ALL,
        new Opening(false, Opening.Corner.LEFT, "Get it free", true));
    custom(snippet() + "<div data-jeton-form=\"" + inPage.key() + "\"></div>");
    Page other = context.newPage();
    other.navigate(site.origin() + "/custom");
    Page.GetByRoleOptions opener = new Page.GetByRoleOptions().setName("Get it free");
    assertThat(other.getByRole(AriaRole.BUTTON, opener)).isVisible();
    assertThat(button("Get it free")).isVisible();
    signUp();
    assertThat(button("Get it free")).hasCount(0);
    assertThat(other.getByRole(AriaRole.BUTTON, opener)).hasCount(0);
    assertThat(page.getByText("We have written to you")).isVisible();
  }

  @Test
  void signedUpInThePage_leavingAsksNoMore() {
    Form inPage = form(Shape.IN_PAGE, atOnce());
    form(Shape.POP_UP, trigger(Trigger.Kind.ON_LEAVING, 0));
    custom(snippet() + "<div data-jeton-form=\"" + inPage.key() + "\"></div>");
    signUp();
    page.evaluate("document.dispatchEvent(new MouseEvent('mouseout', {clientY: -1}))");
    assertThat(page.locator("dialog")).hasCount(0);
    assertThat(page.getByText("We have written to you")).isVisible();
  }

  private Page.GetByRoleOptions email() {
    return new Page.GetByRoleOptions().setName("Email");
  }

  @Test
  void onAHostilePage_formsAreSeenAndUsed_alsoInPlacesThatComeLate() {
    Form inPage = form(Shape.IN_PAGE, atOnce());
    form(Shape.SLIDE_IN, atOnce());
    page.navigate(site.origin() + "/hostile?spot=" + inPage.key());
    assertThat(headline(Shape.IN_PAGE)).isAttached();
    Locator card = page.locator("[data-jeton]");
    assertThat(headline(Shape.SLIDE_IN)).isVisible();
    // Neither hidden, nor moved out of the window by the page's transforms.
    assertThat(headline(Shape.SLIDE_IN)).isInViewport();
    card.getByRole(AriaRole.TEXTBOX).fill(newAddress());
    card.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Send it")).click();
    assertThat(page.getByText("We have written to you")).isVisible();
  }

  @Test
  void aServerThatIsAway_isAskedOnce_howeverMuchThePageChanges() {
    AtomicInteger asked = new AtomicInteger();
    context.route(
        "**/decide",
        route -> {
          asked.incrementAndGet();
          route.abort();
        });
    custom(
        snippet()
            + "<div data-jeton-form=\"none\"></div><script>let n = 0; const t = setInterval(() => {"
            + "document.body.append(document.createElement('i')); if (++n === 12) clearInterval(t)}, 100)</script>");
    page.waitForFunction("document.querySelectorAll('i').length === 12");
    // Longer than it takes to look at the last change.
    page.waitForFunction("new Promise(done => setTimeout(() => done(true), 200))");
    assertThat(asked.get()).isEqualTo(1);
  }

  @Test
  void whereNobodysHtmlIsAllowed_thePageKeepsItsOwnWords() {
    Form inPage = form(Shape.IN_PAGE, atOnce());
    form(Shape.POP_UP, atOnce());
    page.navigate(site.origin() + "/hostile?closed&spot=" + inPage.key());
    assertThat(page.getByText("Its own words")).isAttached();
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(page.locator("dialog")).hasCount(0);
    assertThat(
            (Boolean)
                page.evaluate("document.querySelector('[data-jeton-form]').shadowRoot === null"))
        .isTrue();
  }

  @Test
  void anotherQueryOrRoute_takesNothingTypedAway_andOnlyARouteIsAnotherPage() {
    form(Shape.SLIDE_IN, atOnce());
    page.navigate(site.origin() + "/hostile");
    page.getByRole(AriaRole.TEXTBOX, email()).fill("half typed");
    page.evaluate("document.getElementById('filter').click()");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    assertThat(page.getByRole(AriaRole.TEXTBOX, email())).hasValue("half typed");
    assertThat(page.evaluate("sessionStorage.jeton")).isEqualTo("1");
    page.evaluate("document.getElementById('basket').click()");
    page.waitForFunction("sessionStorage.jeton === '2'");
    assertThat(page.getByRole(AriaRole.TEXTBOX, email())).hasValue("half typed");
  }

  @Test
  void onATouchScreen_backAsksOnce_andLeavesNoEntryBehind() {
    form(Shape.POP_UP, trigger(Trigger.Kind.ON_LEAVING, 0));
    context.close();
    context =
        demo.browser.newContext(
            new Browser.NewContextOptions()
                .setHasTouch(true)
                .setIsMobile(true)
                .setViewportSize(390, 800));
    page = context.newPage();
    page.navigate(site.origin() + "/papers");
    page.navigate(site.origin() + "/threads");
    page.waitForLoadState(com.microsoft.playwright.options.LoadState.NETWORKIDLE);
    int entries = (Integer) page.evaluate("history.length");
    page.touchscreen().tap(200, 300);
    page.waitForFunction("history.state && history.state.jeton === 1");
    page.evaluate("history.back()");
    assertThat(headline(Shape.POP_UP)).isVisible();
    page.evaluate("location.hash = '#x'");
    assertThat((Integer) page.evaluate("history.length")).isEqualTo(entries + 1);
    page.goBack();
    page.goBack();
    page.waitForURL("**/papers");
  }

  @Test
  void withoutTheBrowsersOwnHash_asOnHttpSites_theProofIsFoundAllTheSame() {
    form(Shape.POP_UP, atOnce());
    Business business = demo.bean(Business.class);
    check(business, VisitorChecks.Human.ALWAYS);
    try {
      page.addInitScript("Object.defineProperty(crypto, 'subtle', {value: undefined})");
      page.navigate(site.origin() + "/papers");
      signUp();
    } finally {
      check(business, VisitorChecks.Human.WHEN_SUSPICIOUS);
    }
  }

  @Test
  void aFormIsBuilt_byKeyboardAlone() {
    Page owner = demo.owner();
    owner.navigate("/app/offers/1/ask");
    Locator add = owner.getByRole(AriaRole.BUTTON, named("Add a form"));
    add.focus();
    owner.keyboard().press("Enter");
    Locator note = owner.getByRole(AriaRole.BUTTON, named("Note Slide-in"));
    note.focus();
    owner.keyboard().press("Enter");
    Locator name = owner.getByLabel("Your name for it");
    assertThat(name).hasValue("Note");
    name.focus();
    owner.keyboard().press("Control+A");
    owner.keyboard().type("By keyboard");
    Locator addField = owner.getByRole(AriaRole.BUTTON, named("Add a field"));
    addField.focus();
    owner.keyboard().press("Enter");
    owner.getByText("First name", new Page.GetByTextOptions().setExact(true)).first().waitFor();
    owner.keyboard().press("ArrowDown");
    owner.keyboard().press("Enter");
    Locator handle =
        owner.getByRole(AriaRole.BUTTON, named("Move First name: Alt and an arrow key"));
    handle.focus();
    owner.keyboard().press("Alt+ArrowUp");
    owner.keyboard().press("Alt+ArrowUp");
    owner.getByRole(AriaRole.CHECKBOX, named("Off: nobody sees it")).focus();
    owner.keyboard().press("Space");
    assertThat(owner.getByText(Pattern.compile("^Saved \\d"))).isVisible();
    assertThat(owner.getByLabel("On", new Page.GetByLabelOptions().setExact(true))).isChecked();
    Form made =
        forms.of(OFFER).stream()
            .filter(form -> form.settings().name().equals("By keyboard"))
            .findFirst()
            .orElseThrow();
    assertThat(made.on()).isTrue();
    assertThat(made.settings().fields().stream().map(FormField::key))
        .containsExactly("first_name", "email", "consent");
    owner.context().close();
  }

  private static Page.GetByRoleOptions named(String name) {
    return new Page.GetByRoleOptions().setName(name);
  }
}
