package jeton.e2e;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import com.microsoft.playwright.options.RequestOptions;
import jakarta.mail.Multipart;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Properties;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/**
 * Looks at every layout, framed and as a plain letter, and at one email of each kind the demo has
 * sent, as mailboxes do: Debian's spam filter without its network, tidy's errors, contrast in light
 * and dark, and nothing wider than its window at 320, 600 and 900 pixels, with and without its
 * style sheet, and a text part that says the same. {@code InTheMailbox BASE}; ends with 1 when one
 * has a fault.
 */
final class InTheMailbox {
  private static final String MAILBOX = "/standins/mailbox/api/messages";
  // Codes, numbers and names: what differs from reader to reader.
  private static final String PERSONAL =
      "[A-Z]{2}-[A-Z0-9]{4}-[A-Z0-9]{4}|\\d+|,? \\p{Lu}\\p{L}+\\?$";
  private static final String HEAD =
      "(?s)^.*?</head>|<!--.*?-->|<style.*?</style>|<div style=\"display:none[^>]*>.*?</div>";
  private static final int[] WIDTHS = {320, 600, 900};
  private static final JsonMapper JSON = new JsonMapper();

  /** What says something about the way here rather than about the email. */
  private static final List<String> OF_THE_WAY =
      List.of(
          "ALL_TRUSTED", "DATE_IN_PAST", "NO_RECEIVED", "NO_RELAYS", "WEIRD_PORT", "HTML_MESSAGE");

  private static final Pattern POINT =
      Pattern.compile("(?m)^\\s*(-?\\d+\\.\\d)\\s+([A-Z0-9_]+)\\s");
  private final List<String> faults = new ArrayList<>();
  private final Page page;
  private final String base;

  private InTheMailbox(Page page, String base) {
    this.page = page;
    this.base = base;
  }

  public static void main(String[] args) throws Exception {
    try (Chromium chromium = new Chromium()) {
      BrowserContext context =
          chromium.browser().newContext(new Browser.NewContextOptions().setBypassCSP(true));
      Page page = context.newPage();
      Shots.signIn(page, args[0]);
      InTheMailbox look = new InTheMailbox(page, args[0]);
      int emails = look.all();
      look.faults.forEach(System.out::println);
      System.out.println(emails + " emails looked at, " + look.faults.size() + " faults");
      System.exit(look.faults.isEmpty() ? 0 : 1);
    }
  }

  /** Every layout in both looks, then one of each kind that the demo has sent. */
  private int all() throws Exception {
    JsonNode layouts = JSON.readTree(page.request().get(base + "/api/emails/layouts").text());
    int emails = 0;
    for (JsonNode layout : layouts) {
      for (String style : List.of("FRAMED", "LETTER")) {
        ObjectNode content = (ObjectNode) layout.get("content").deepCopy();
        content.put("style", style);
        Map<String, Object> asked = Map.of("kind", "MAILING", "content", content);
        look(
            layout.get("name").asString() + ", " + style.toLowerCase(Locale.ROOT),
            post("/api/emails/export/eml", asked));
        emails++;
      }
    }
    for (Map.Entry<String, Long> sent : sent().entrySet()) {
      look(
          sent.getKey(),
          page.request().get(base + MAILBOX + "/" + sent.getValue() + ".eml").body());
      emails++;
    }
    return emails;
  }

  /** Kinds of emails in the mailbox, by what their subjects begin with, and the newest of each. */
  private Map<String, Long> sent() throws InterruptedException {
    post("/api/session/forgotten", Map.of("email", Demo.OWNER));
    post("/api/notices/readers", Map.of("email", "shop@quireandthread.example"));
    Map<String, Long> kinds = new LinkedHashMap<>();
    Set<String> asked = Set.of("A new password for Jeton", "Do you want to hear");
    Instant patience = Instant.now().plusSeconds(30);
    while (!kinds.keySet().containsAll(asked) && Instant.now().isBefore(patience)) {
      Thread.sleep(500);
      for (JsonNode message : JSON.readTree(page.request().get(base + MAILBOX).text())) {
        String subject = message.get("subject").asString().replaceAll(PERSONAL, "…");
        String begins = Arrays.stream(subject.split(" ")).limit(5).collect(Collectors.joining(" "));
        kinds.putIfAbsent(begins, message.get("id").asLong());
      }
    }
    return kinds;
  }

  private void look(String name, byte[] eml) throws Exception {
    MimeMessage message =
        new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(eml));
    Multipart parts = (Multipart) message.getContent();
    String plain = (String) parts.getBodyPart(0).getContent();
    String html = (String) parts.getBodyPart(1).getContent();
    spam(name, eml);
    tidy(name, html);
    reads(name, plain, html);
    for (boolean styled : new boolean[] {true, false}) {
      String shown = styled ? html : html.replaceAll("(?s)<style.*?</style>", "");
      widths(name + (styled ? "" : " without its style sheet"), shown);
    }
    for (ColorScheme scheme : List.of(ColorScheme.LIGHT, ColorScheme.DARK)) {
      contrast(name + ", " + scheme, html, scheme);
    }
  }

  /** The text part says the same, as a person would type it. */
  private void reads(String name, String plain, String html) {
    Map<String, Pattern> wrong =
        Map.of(
            "markup", Pattern.compile("</?[a-z]+[ >/]|&[a-z]+;"),
            "a fill-in", Pattern.compile("\\{\\{|}}"),
            "a hole", Pattern.compile("(\r?\n[ \t]*){4,}"),
            "a button without words", Pattern.compile("(?m)^: *https?:"),
            "a space at an end", Pattern.compile("(?m)(?<!^--)[ \t]+\r?$"));
    wrong.forEach(
        (what, pattern) -> {
          Matcher found = pattern.matcher(plain);
          if (found.find()) {
            faults.add(name + ": the text part has " + what + ", at " + around(plain, found));
          }
        });
    String said = squeezed(plain);
    Matcher words = Pattern.compile(">([^<>]{3,})<").matcher(html.replaceAll(HEAD, ""));
    while (words.find()) {
      String one = squeezed(unescaped(words.group(1)));
      if (!one.isEmpty() && !said.contains(one)) {
        faults.add(name + ": the text part lacks “" + words.group(1).strip() + "”");
      }
    }
  }

  private static String around(String plain, Matcher found) {
    return "“"
        + plain
            .substring(Math.max(0, found.start() - 30), Math.min(plain.length(), found.end() + 10))
            .replaceAll("\\s+", " ")
        + "”";
  }

  private static String squeezed(String text) {
    return text.replaceAll("[\\s\\p{P}\u00a0\u200b-\u200f\u034f]+", "").toLowerCase(Locale.ROOT);
  }

  private static String unescaped(String html) {
    return org.springframework.web.util.HtmlUtils.htmlUnescape(html);
  }

  private byte[] post(String path, Object body) {
    String token =
        page.context().cookies().stream()
            .filter(cookie -> cookie.name.equals("XSRF-TOKEN"))
            .map(cookie -> cookie.value)
            .findFirst()
            .orElse("");
    return page.request()
        .post(
            base + path,
            RequestOptions.create()
                .setHeader("Content-Type", "application/json")
                .setHeader("X-XSRF-TOKEN", token)
                .setData(JSON.writeValueAsString(body)))
        .body();
  }

  private void spam(String name, byte[] eml) throws Exception {
    Matcher points = POINT.matcher(said(eml, "spamassassin", "-L", "-t"));
    while (points.find()) {
      boolean itsOwn = OF_THE_WAY.stream().noneMatch(points.group(2)::startsWith);
      if (itsOwn && Double.parseDouble(points.group(1)) > 0) {
        faults.add(name + ": spam filter, " + points.group(1) + " for " + points.group(2));
      }
    }
  }

  private void tidy(String name, String html) throws Exception {
    said(
            html.getBytes(StandardCharsets.UTF_8),
            "tidy",
            "-q",
            "-e",
            "-utf8",
            "--show-warnings",
            "no")
        .lines()
        .filter(line -> line.contains("Error"))
        .forEach(line -> faults.add(name + ": tidy, " + line));
  }

  private void widths(String name, String html) {
    page.setContent(html);
    for (int width : WIDTHS) {
      page.setViewportSize(width, 800);
      Object wide = page.evaluate("() => document.documentElement.scrollWidth");
      if (((Number) wide).intValue() > width) {
        faults.add(name + ": " + wide + " wide in a window of " + width);
      }
    }
  }

  private void contrast(String name, String html, ColorScheme scheme) {
    page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(scheme));
    page.setContent(html);
    new AxeBuilder(page)
        .setLegacyMode(true)
        .withRules(List.of("color-contrast"))
        .analyze()
        .getViolations()
        .forEach(
            rule ->
                rule.getNodes()
                    .forEach(node -> faults.add(name + ": contrast, " + node.getHtml())));
    page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
  }

  /** What a tool says of something. */
  private static String said(byte[] of, String... command)
      throws IOException, InterruptedException {
    Path file = Files.createTempFile("email", "");
    try {
      Files.write(file, of);
      Process process =
          new ProcessBuilder(command)
              .redirectInput(file.toFile())
              .redirectErrorStream(true)
              .start();
      String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
      process.waitFor();
      return said;
    } finally {
      Files.delete(file);
    }
  }
}
