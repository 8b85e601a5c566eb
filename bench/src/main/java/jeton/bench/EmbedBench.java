package jeton.bench;

import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.options.LoadState;
import java.io.ByteArrayOutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.zip.GZIPOutputStream;
import jeton.core.display.DisplayRules;
import jeton.core.display.Shape;
import jeton.server.form.Form;
import jeton.server.form.Forms;
import jeton.server.site.Site;
import jeton.server.site.Sites;
import jeton.standins.samplesite.SampleSite;

/**
 * What the script costs a site: octets, requests before a form shows, layout shift of what is ours,
 * and main-thread time on the sample site's longest page: pairs of loads with and without it, of
 * whose differences the median counts.
 */
final class EmbedBench implements Bench.Measurement {
  private static final int MOST_OCTETS = 9000;
  private static final double MOST_ADDED_MS = 10;
  private static final int PAIRS = 9;
  private static final Set<String> WORK =
      Set.of("ScriptDuration", "LayoutDuration", "RecalcStyleDuration");

  @Override
  public Bench.Result run(BenchServer server) throws Exception {
    try (SampleSite shop = SampleSite.start(0);
        Playwright playwright =
            Playwright.create(
                new Playwright.CreateOptions()
                    .setEnv(Map.of("PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD", "1")));
        Browser browser = playwright.chromium().launch(options())) {
      place(server, shop);
      String page = shop.origin() + "/journal";
      List<Double> with = new ArrayList<>();
      List<Double> without = new ArrayList<>();
      List<Double> added = new ArrayList<>();
      // The first load of a browser is another kind of load.
      workMs(browser, page);
      for (int pair = 0; pair < PAIRS; pair++) {
        without.add(workMs(browser, page + "?bare"));
        with.add(workMs(browser, page));
        added.add(with.get(pair) - without.get(pair));
      }
      Map<String, Object> more = new LinkedHashMap<>();
      int octets = octets(server.base + "/embed.js");
      more.put("octets", octets);
      more.put("octets_most", MOST_OCTETS);
      more.put("main_thread_ms", "%.1f".formatted(Rounds.median(with)));
      more.put("main_thread_ms_without", "%.1f".formatted(Rounds.median(without)));
      more.put("added_ms", "%.1f".formatted(Rounds.median(added)));
      more.put("added_ms_most", MOST_ADDED_MS);
      Visit visit = visit(browser, server.base, page);
      more.put("requests_before_showing", visit.requests());
      more.put("layout_shift", visit.shift());
      boolean clean = visit.requests() == 2 && visit.shift() == 0;
      double room =
          Math.min(
              (double) MOST_OCTETS / octets, MOST_ADDED_MS / Math.max(0.1, Rounds.median(added)));
      return new Bench.Result(clean ? room : 0, 1, more);
    }
  }

  static BrowserType.LaunchOptions options() {
    return new BrowserType.LaunchOptions()
        .setExecutablePath(Path.of("/usr/bin/chromium"))
        .setArgs(
            List.of(
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync"));
  }

  /** A pop-up on leaving, which is what most sites have. */
  private static void place(BenchServer server, SampleSite shop) {
    Site site = server.bean(Sites.class).add("Sample", shop.origin());
    Forms forms = server.bean(Forms.class);
    Form form =
        forms.make(
            server.offer.id(), Shape.POP_UP, server.form.settings().withDisplay(DisplayRules.CALM));
    forms.turn(form.id(), true);
    shop.place(
        new SampleSite.Placed(
            "<script async src=\"%s/embed.js\" data-site=\"%s\"></script>"
                .formatted(server.base, site.key()),
            server.base,
            "",
            ""));
  }

  /**
   * Script, style and layout time of one load in a fresh profile, by the browser's own count of
   * what its main thread worked: what it waited for the machine's other work is not in it.
   */
  private static double workMs(Browser browser, String url) {
    try (var context = browser.newContext()) {
      Page page = context.newPage();
      CDPSession session = context.newCDPSession(page);
      JsonObject worked = new JsonObject();
      worked.addProperty("timeDomain", "threadTicks");
      session.send("Performance.enable", worked);
      page.navigate(url);
      page.waitForLoadState(LoadState.NETWORKIDLE);
      JsonObject metrics = session.send("Performance.getMetrics");
      double seconds = 0;
      for (var metric : metrics.getAsJsonArray("metrics")) {
        JsonObject one = metric.getAsJsonObject();
        if (WORK.contains(one.get("name").getAsString())) {
          seconds += one.get("value").getAsDouble();
        }
      }
      return seconds * 1000;
    }
  }

  private record Visit(int requests, double shift) {}

  /** A shift counts when something of ours moved: what has a shadow root, or stands in one. */
  private static final String SHIFT_OF_OURS =
      """
      window.shift = 0;
      const ours = node => node && (node.shadowRoot || node.getRootNode() instanceof ShadowRoot);
      new PerformanceObserver(list => list.getEntries().forEach(entry => {
        if (entry.sources.some(source => ours(source.node))) shift += entry.value;
      })).observe({type: 'layout-shift', buffered: true});
      """;

  /** Requests to our server until the page rests, and the layout shift once the form is there. */
  private static Visit visit(Browser browser, String base, String url) {
    try (var context = browser.newContext()) {
      Page page = context.newPage();
      List<String> asked = new ArrayList<>();
      page.onRequest(
          request -> {
            if (request.url().startsWith(base)) {
              asked.add(request.url());
            }
          });
      page.addInitScript(SHIFT_OF_OURS);
      page.navigate(url);
      page.waitForLoadState(LoadState.NETWORKIDLE);
      int requests = asked.size();
      page.evaluate("document.dispatchEvent(new MouseEvent('mouseout', {clientY: -1}))");
      page.locator("dialog").waitFor();
      page.waitForLoadState(LoadState.NETWORKIDLE);
      return new Visit(requests, ((Number) page.evaluate("shift")).doubleValue());
    }
  }

  private static int octets(String url) throws Exception {
    byte[] script =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(url)).build(),
                HttpResponse.BodyHandlers.ofByteArray())
            .body();
    ByteArrayOutputStream packed = new ByteArrayOutputStream();
    try (GZIPOutputStream gzip = new GZIPOutputStream(packed)) {
      gzip.write(script);
    }
    return packed.size();
  }
}
