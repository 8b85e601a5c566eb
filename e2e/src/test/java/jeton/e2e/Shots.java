package jeton.e2e;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.LoadState;
import com.microsoft.playwright.options.ReducedMotion;
import java.nio.file.Path;
import java.util.List;

/** Takes one picture of each main view from a running demo: {@code Shots BASE FOLDER [NAME …]}. */
final class Shots {
  private static final String OWNER = "owner@quireandthread.example";
  private static final String PASSWORD = "marbled paper";
  private static final int DESKTOP = 1280;
  private static final int PHONE = 390;

  private Shots() {}

  private record Shot(String name, String path, int width) {}

  private static final List<Shot> VIEWS =
      List.of(
          new Shot("today", "/app/today", DESKTOP),
          new Shot("offers", "/app/offers", DESKTOP),
          new Shot("give", "/app/offers/1/give", DESKTOP),
          new Shot("ask", "/app/offers/1/ask", DESKTOP),
          new Shot("confirm", "/app/offers/1/confirm", DESKTOP),
          new Shot("hand-over", "/app/offers/1/hand-over", DESKTOP),
          new Shot("follow-up", "/app/offers/1/follow-up", DESKTOP),
          new Shot("people", "/app/people", DESKTOP),
          new Shot("person", "/app/people/3", DESKTOP),
          new Shot("setup", "/app/setup", DESKTOP),
          new Shot("offer-page", "/o/first-notebook-plan", DESKTOP),
          new Shot("offer-page-phone", "/o/first-notebook-plan", PHONE),
          new Shot("waiting-page-phone", "/o/first-notebook-plan/thanks", PHONE),
          new Shot("mailbox", "/standins/mailbox", DESKTOP));

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
          page.navigate(base + shot.path());
          page.waitForLoadState(LoadState.NETWORKIDLE);
          page.screenshot(
              new Page.ScreenshotOptions().setPath(folder.resolve(shot.name() + ".png")));
        }
      }
    }
  }

  private static void signIn(Page page, String base) {
    page.navigate(base + "/app/sign-in");
    page.getByLabel("Email").fill(OWNER);
    page.getByLabel("Password").fill(PASSWORD);
    page.getByLabel("Password").press("Enter");
    page.waitForURL("**/app/today");
  }
}
