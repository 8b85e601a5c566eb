package jeton.bench;

import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.util.LinkedHashMap;
import java.util.Map;
import jeton.core.incentive.PrizeWheel;
import jeton.core.offer.OfferKind;
import jeton.server.offer.Offer;

/**
 * Frames a second while a wheel turns, on a processor slowed four times, against those of the same
 * page at rest; and what the browser had to lay out anew meanwhile.
 */
final class TurnBench implements Bench.Measurement {
  private static final int ROUNDS = 3;
  private static final int SLOWED = 4;
  private static final int MEASURED_MS = 3500;
  private static final double BAR = 0.95;

  private static final String FRAMES =
      """
      ms => new Promise(done => {
        let n = 0, first
        const frame = t => {
          first ??= t
          if (t - first >= ms) done(n / (t - first) * 1000)
          else { n++; requestAnimationFrame(frame) }
        }
        requestAnimationFrame(frame)
      })
      """;

  private static final String TURNS =
      "() => document.querySelector('.jf-wheel-turns').getAnimations().length > 0";

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    Offer offer = BenchCoupon.live(server, "To be turned", OfferKind.WHEEL, PrizeWheel.BLANK, true);
    String address = server.base + "/o/" + offer.settings().slug();
    Rounds rounds = new Rounds();
    double laidOut = 0;
    try (Playwright playwright =
            Playwright.create(
                new Playwright.CreateOptions()
                    .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        Browser browser = playwright.chromium().launch(EmbedBench.options())) {
      for (int round = 0; round < ROUNDS; round++) {
        laidOut = Math.max(laidOut, turn(browser, address, round, rounds));
      }
    }
    Map<String, Object> more = new LinkedHashMap<>();
    more.put("turning_frames_per_s", "%.1f".formatted(rounds.ours()));
    more.put("resting_frames_per_s", "%.1f".formatted(rounds.floor()));
    more.put("layouts_while_turning", Math.round(laidOut));
    return rounds.result(BAR, more);
  }

  private static double turn(Browser browser, String address, int round, Rounds rounds) {
    try (var context = browser.newContext()) {
      Page page = context.newPage();
      CDPSession session = context.newCDPSession(page);
      session.send("Performance.enable");
      JsonObject slower = new JsonObject();
      slower.addProperty("rate", SLOWED);
      session.send("Emulation.setCPUThrottlingRate", slower);
      page.navigate(address);
      page.locator("[name=email]").fill("turn" + round + "." + System.nanoTime() + "@mail.example");
      page.locator("[name=consent]").check();
      // As long as somebody takes to fill it in: quicker ones are asked to press again.
      double resting = frames(page);
      page.locator("button[type=submit]").click();
      page.waitForFunction(TURNS);
      double before = layouts(session);
      double turning = frames(page);
      rounds.add(turning, resting);
      return layouts(session) - before;
    }
  }

  private static double frames(Page page) {
    return ((Number) page.evaluate(FRAMES, MEASURED_MS)).doubleValue();
  }

  private static double layouts(CDPSession session) {
    for (var metric : session.send("Performance.getMetrics").getAsJsonArray("metrics")) {
      JsonObject one = metric.getAsJsonObject();
      if (one.get("name").getAsString().equals("LayoutCount")) {
        return one.get("value").getAsDouble();
      }
    }
    throw new IllegalStateException("The browser tells no count of layouts");
  }
}
