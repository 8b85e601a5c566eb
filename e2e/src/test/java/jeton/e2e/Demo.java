package jeton.e2e;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.APIResponse;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.ReducedMotion;
import com.microsoft.playwright.options.RequestOptions;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.UnaryOperator;
import java.util.regex.Pattern;
import jeton.core.email.EmailBlock;
import jeton.core.email.EmailContent;
import jeton.core.followup.StepRules;
import jeton.core.followup.Wait;
import jeton.core.offer.OfferKind;
import jeton.demo.DemoApplication;
import jeton.server.editing.SequenceEdits;
import jeton.server.offer.Offers;
import jeton.server.sequence.Sequence;
import jeton.server.sequence.SequenceDraft;
import jeton.server.sequence.Sequences;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.json.JsonMapper;

/** One demo and one browser for all browser tests of this JVM. */
final class Demo {
  static final String OWNER = "owner@quireandthread.example";
  static final String PASSWORD = "marbled paper";

  // Two browsers share two cores with a server each: what is waited for comes late, not never.
  private static final double PATIENCE_MS = 20_000;

  // What fades in has too little contrast for a moment.
  private static final String AT_REST =
      """
      () => !document.querySelector('[aria-busy=true]')
        && document.getAnimations().every(
          (a) => a.playState !== 'running' || a.effect.getComputedTiming().endTime === Infinity)
      """;

  private static Demo started;
  private static ConfigurableApplicationContext context;

  final String base;
  final Browser browser;
  private String session;
  private Page keptOpen;

  private Demo() throws IOException {
    String running = System.getProperty("jeton.e2e.base", "");
    base = running.isEmpty() ? start() : running;
    Chromium chromium = new Chromium();
    browser = chromium.browser();
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
    Runtime.getRuntime().addShutdownHook(new Thread(chromium::close));
  }

  /** A part of the demo's server, to prepare what a test is not about. */
  <T> T bean(Class<T> type) {
    return context.getBean(type);
  }

  /** An offer whose follow-up is one email of these blocks, with the subject "Begin". */
  long offer(String name, EmailBlock... blocks) {
    long id = bean(Offers.class).make(name, OfferKind.DOWNLOAD).id();
    Sequences sequences = bean(Sequences.class);
    Sequence own = sequences.ofOffer(id);
    EmailContent email =
        new EmailContent("Begin", "p", EmailContent.Style.FRAMED, List.of(blocks), "", List.of());
    SequenceDraft.StepDraft step =
        new SequenceDraft.StepDraft(
            Optional.empty(), Optional.empty(), 0, true, StepRules.after(2, Wait.Unit.DAYS), email);
    bean(SequenceEdits.class).save(own.id(), 1, new SequenceDraft("After " + name, List.of(step)));
    return id;
  }

  /** A demo of our own; a running one can be named with -Djeton.e2e.base=… while writing tests. */
  private static String start() throws IOException {
    Path home = Files.createTempDirectory("jeton-e2e");
    context = DemoApplication.start("--port", "0", "--home", home.toString());
    return "http://127.0.0.1:" + context.getEnvironment().getProperty("local.server.port");
  }

  static synchronized Demo get() {
    if (started == null) {
      try {
        started = new Demo();
      } catch (IOException failed) {
        throw new UncheckedIOException(failed);
      }
    }
    return started;
  }

  /** A fresh visitor. */
  BrowserContext visitor() {
    return context(options());
  }

  /** A visitor with a phone. */
  BrowserContext phone() {
    return context(options().setViewportSize(390, 844));
  }

  /** A visitor whose browser runs no scripts. */
  BrowserContext withoutScripts() {
    return context(options().setJavaScriptEnabled(false));
  }

  /** A visitor who never asked for less motion. */
  BrowserContext withMotion() {
    return context(options().setReducedMotion(ReducedMotion.NO_PREFERENCE));
  }

  /** Moves the demo's clock on by an ISO duration, as {@code P2D}. */
  void advance(String duration) {
    BrowserContext context = visitor();
    APIResponse moved =
        context
            .request()
            .post("/api/demo/clock", RequestOptions.create().setData(Map.of("advance", duration)));
    if (moved.status() != 200) {
      throw new AssertionError("The clock stays: " + moved.text());
    }
    context.close();
  }

  private Browser.NewContextOptions options() {
    return new Browser.NewContextOptions()
        .setBaseURL(base)
        .setReducedMotion(ReducedMotion.REDUCE)
        .setLocale("en-GB")
        .setTimezoneId("Europe/Lisbon")
        .setViewportSize(1280, 800);
  }

  private BrowserContext context(Browser.NewContextOptions options) {
    BrowserContext context = browser.newContext(options);
    context.setDefaultTimeout(PATIENCE_MS);
    return context;
  }

  /** The owner, signed in by the form once; later windows bring the session along. */
  synchronized Page owner() {
    if (session == null) {
      Page page = visitor().newPage();
      page.navigate("/app/today");
      page.waitForURL(Pattern.compile("/app/sign-in"));
      SignInForm.signIn(page, OWNER, PASSWORD);
      session = page.context().storageState();
      page.context().close();
    }
    Page page = context(options().setStorageState(session)).newPage();
    page.navigate("/app/today");
    return page;
  }

  /** The owner signs in anew when next needed. */
  synchronized void signedOutEverywhere() {
    session = null;
    keptOpen = null;
  }

  /** One of the owner's windows, kept open: what it has loaded once it need not load again. */
  synchronized Page keptOpen() {
    if (keptOpen == null) {
      keptOpen = owner();
    }
    return keptOpen;
  }

  /**
   * Chooses by Enter what is pressed in or out. A dialog that has just opened may take the focus to
   * its field once more, and the key with it: then it is pressed again.
   */
  static void choose(Locator button) {
    button
        .page()
        .waitForCondition(
            () -> {
              button.press("Enter");
              return "true".equals(button.getAttribute("aria-pressed"));
            });
  }

  /** The screen of an offer of a kind, without its stop. */
  String offerOf(Page page, String kind) {
    return new JsonMapper()
        .readTree(page.request().get("/api/offers/names").text())
        .valueStream()
        .filter(one -> one.get("kind").asString().equals(kind))
        .map(one -> "/app/offers/" + one.get("id").asLong())
        .findFirst()
        .orElseThrow();
  }

  /** What axe finds that is serious or worse, once nothing is on its way. */
  static List<String> seriousFaults(Page page) {
    return seriousFaults(page, axe -> axe);
  }

  /** The same of a part of the page, or by some of its rules. */
  static List<String> seriousFaults(Page page, UnaryOperator<AxeBuilder> narrowed) {
    page.waitForFunction(AT_REST);
    // Nothing runs in our preview frames, not even axe; what they show is a page with a test of its
    // own. Without other frames the older way does: it opens no page, and is three times as quick.
    boolean framesToo = page.locator("iframe:not([sandbox])").count() > 0;
    AxeBuilder axe = new AxeBuilder(page).setLegacyMode(!framesToo).exclude("iframe[sandbox]");
    return narrowed.apply(axe).analyze().getViolations().stream()
        .filter(rule -> rule.getImpact().equals("serious") || rule.getImpact().equals("critical"))
        .flatMap(
            rule ->
                rule.getNodes().stream()
                    .map(node -> rule.getId() + " at " + node.getTarget() + ": " + node.getHtml()))
        .toList();
  }
}
