package jeton.e2e;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.ElementHandle;
import com.microsoft.playwright.Frame;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.FormData;
import com.microsoft.playwright.options.LoadState;
import com.microsoft.playwright.options.ReducedMotion;
import com.microsoft.playwright.options.RequestOptions;
import com.microsoft.playwright.options.WaitForSelectorState;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;

/** Takes one picture of each main view from a running demo: {@code Shots BASE FOLDER [NAME …]}. */
final class Shots {
  private static final String OWNER = "owner@quireandthread.example";
  private static final String PASSWORD = "marbled paper";
  private static final int DESKTOP = 1280;
  private static final int PHONE = 390;
  // More than the twenty after which sending stops.
  private static final int REFUSED = 24;

  private Shots() {}

  /**
   * A picture to take.
   *
   * @param open names of buttons to press first, so that what is meant is open
   */
  private static final Locator.WaitForOptions ATTACHED =
      new Locator.WaitForOptions().setState(WaitForSelectorState.ATTACHED).setTimeout(4000);

  private record Shot(String name, String path, int width, String... open) {}

  private static final List<Shot> VIEWS =
      List.of(
          new Shot("today", "/app/today", DESKTOP),
          new Shot("give", "/app/offers/1/give", DESKTOP),
          new Shot("ask", "/app/offers/1/ask?form=2", DESKTOP),
          new Shot("private-page", "/app/offers/4/give", DESKTOP),
          new Shot("quiz", "/app/offers/5/give", DESKTOP, "^2 Opening"),
          new Shot("numbers", "/app/numbers", DESKTOP),
          new Shot("two-versions", "/app/trials/1", DESKTOP),
          new Shot("wheel-phone", "/o/spin-for-a-sheet", PHONE),
          new Shot("site", "/app/site", DESKTOP),
          new Shot("outside-list", "/app/setup/outside-lists", DESKTOP, "^Change$"),
          new Shot("upkeep", "/app/setup/upkeep", DESKTOP, "^Back up now$"),
          new Shot("follow-up", "/app/offers/1/follow-up", DESKTOP),
          new Shot("email-editor", "/app/offers/1/follow-up", DESKTOP, "^A Sunday", "^Framed"),
          new Shot("rehearsal", "/app/offers/1/rehearsal?confirms=540", DESKTOP),
          new Shot("people", "/app/people?segment=2", DESKTOP),
          new Shot("email-to-many", "/app/mailings/3", DESKTOP),
          new Shot("person", "/app/people/3", DESKTOP),
          new Shot("sample-site-phone", "site:/", PHONE, "^Get the notebook plan"),
          new Shot("mail-engine", "refused:/app/emails/engine", DESKTOP));

  public static void main(String[] args) {
    String base = args[0];
    Path folder = Path.of(args[1]);
    List<String> wanted = List.of(args).subList(2, args.length);
    try (Chromium chromium = new Chromium()) {
      BrowserContext context =
          chromium
              .browser()
              .newContext(
                  new Browser.NewContextOptions()
                      .setReducedMotion(ReducedMotion.REDUCE)
                      .setLocale("en-GB")
                      .setTimezoneId("Europe/Dublin"));
      Page page = context.newPage();
      signIn(page, base);
      for (Shot shot : VIEWS) {
        if (wanted.isEmpty() || wanted.contains(shot.name())) {
          page.setViewportSize(shot.width(), shot.width() == PHONE ? 844 : 800);
          page.navigate(address(page, base, shot.path()));
          page.waitForLoadState(LoadState.NETWORKIDLE);
          for (String name : shot.open()) {
            // Kept by handle: an open dialog hides what is behind it from such a search.
            ElementHandle button =
                page.getByRole(
                        AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile(name)))
                    .first()
                    .elementHandle();
            button.click();
            button.evaluate("b => scrollTo(0, b.getBoundingClientRect().top + scrollY - 12)");
            page.waitForLoadState(LoadState.NETWORKIDLE);
          }
          page.waitForCondition(() -> page.locator("[aria-busy=true]").count() == 0);
          page.frames().forEach(Shots::awaitContent);
          if (page.locator("video").count() > 0) {
            // The player's own ring turns a moment longer, and nothing tells when it stops.
            page.waitForTimeout(1500);
          }
          Locator backUps = page.getByLabel("Keep them in");
          if (backUps.count() > 0) {
            // In place of a folder of this machine, which ends with the demo.
            backUps.fill("/var/backups/jeton");
            page.evaluate("scrollTo(0, 0)");
          }
          page.screenshot(
              new Page.ScreenshotOptions().setPath(folder.resolve(shot.name() + ".png")));
        }
      }
    }
  }

  /** Previews fill their frames a moment after the page; some frames have nothing to show. */
  private static void awaitContent(Frame frame) {
    try {
      frame.locator("body *").first().waitFor(ATTACHED);
    } catch (TimeoutError empty) {
      System.err.println("Empty: " + frame.url());
    }
  }

  /** The newest code that was given, as its holder sees it: by the link in their email. */
  private static String pass(Page page, String base) {
    String codes = page.request().get(base + "/api/offers/3/coupon/codes").text();
    return pass(page, base, firstEmail(codes), "is your 12 % off");
  }

  private static String firstEmail(String json) {
    return json.replaceAll("(?s).*?\"email\":\"([^\"]+)\".*", "$1");
  }

  private static String pass(Page page, String base, String email, String subject) {
    String mail = base + "/standins/mailbox/api/messages";
    String list = page.request().get(mail + "?to=" + email).text();
    for (String one : list.split("\\{")) {
      if (one.contains(subject)) {
        String id = one.replaceAll("(?s).*\"id\":(\\d+).*", "$1");
        String eml = page.request().get(mail + "/" + id + ".eml").text().replace("=\r\n", "");
        return base + eml.replaceAll("(?s).*?(/g/[A-Za-z0-9_-]{20,}).*", "$1");
      }
    }
    throw new IllegalStateException("Nobody was sent “" + subject + "”: " + list);
  }

  /** The mail server refuses whatever it is brought, until we bring it no more. */
  private static void refuse(Page page, String base) {
    String forms = page.request().get(base + "/api/offers/1/forms").text();
    String key = forms.replaceAll("(?s).*?\"key\":\"([^\"]+)\".*", "$1");
    page.request()
        .post(
            base + "/standins/mailbox/manners",
            RequestOptions.create().setForm(FormData.create().set("does", "554")));
    for (int i = 1; i <= REFUSED; i++) {
      page.request()
          .post(
              base + "/p/forms/" + key + "/signups",
              RequestOptions.create()
                  .setForm(
                      FormData.create()
                          .set("email", "reader." + i + "@mail.example")
                          .set("first_name", "Aoife")
                          .set("consent", "yes")));
    }
    page.navigate(base + "/app/emails/engine");
    page.waitForCondition(
        () -> {
          page.reload();
          page.waitForLoadState(LoadState.NETWORKIDLE);
          return page.getByText("Sending has stopped.").count() > 0;
        });
  }

  /**
   * {@code site:} is the sample site, wherever it is; {@code pass:} a page that keeps a code;
   * {@code refused:} a page while the mail server takes nothing.
   */
  private static String address(Page page, String base, String path) {
    if (path.startsWith("refused:")) {
      refuse(page, base);
      return base + path.substring("refused:".length());
    }
    if (path.equals("pass:")) {
      return pass(page, base);
    }
    if (!path.startsWith("site:")) {
      return base + path;
    }
    String places = page.request().get(base + "/api/demo/places").text();
    return places.replaceAll(".*\"sampleSite\":\"([^\"]+)\".*", "$1") + path.substring(5);
  }

  static void signIn(Page page, String base) {
    page.navigate(base + "/app/sign-in");
    SignInForm.signIn(page, OWNER, PASSWORD);
  }
}
