package jeton.demo;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import jeton.server.site.Site;
import jeton.standins.mailbox.Mailbox;
import jeton.standins.mailbox.ReceivedEmail;
import tools.jackson.databind.json.JsonMapper;

/** Somebody with a browser and a mailbox: does over HTTP what a visitor does by hand. */
final class Visitor {
  private static final Pattern SUBMISSION =
      Pattern.compile("name=\"submission_key\" value=\"([^\"]+)\"");
  private static final Pattern CODE = Pattern.compile("<strong data-code>([^<]+)</strong>");
  private static final Pattern ACTION = Pattern.compile("action=\"(/p/forms/[^\"]+)\"");
  private static final String BROWSER =
      "Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/140 Safari/537.36";
  private static final JsonMapper JSON = new JsonMapper();
  private final String base;
  private final Mailbox mailbox;
  private final HttpClient browser =
      HttpClient.newBuilder().followRedirects(HttpClient.Redirect.NORMAL).build();

  Visitor(String base, Mailbox mailbox) {
    this.base = base;
    this.mailbox = mailbox;
  }

  /** Looks at an offer's page. */
  String look(String slug) {
    return get(base + "/o/" + slug);
  }

  /** Fills in the page's form and sends it. */
  void signUp(String slug, String email, String firstName, String zone) {
    String page = look(slug);
    Map<String, String> fields =
        Map.of(
            "email", email,
            "first_name", firstName,
            "zone", zone,
            "consent", "yes",
            "submission_key", found(SUBMISSION, page));
    post(base + found(ACTION, page), fields);
  }

  /**
   * How somebody plays a quiz.
   *
   * @param answers by questions, in order
   * @param times each took, in milliseconds
   * @param upTo how many they answer before they go
   */
  record Quizzed(Map<String, String> answers, List<Long> times, int upTo) {}

  /** Plays a quiz, to its end or not; returns the key of the form they played in. */
  String play(String slug, Quizzed quizzed) {
    String page = look(slug);
    String key = found(SUBMISSION, page);
    String action = found(ACTION, page);
    List<Map<String, Object>> steps = new ArrayList<>();
    steps.add(Map.of("what", "started"));
    int n = 0;
    for (String question : quizzed.answers().keySet()) {
      steps.add(Map.of("what", "seen", "question", question));
      if (n == quizzed.upTo()) {
        break;
      }
      steps.add(Map.of("what", "answered", "question", question, "ms", quizzed.times().get(n)));
      n++;
    }
    boolean finishes = quizzed.upTo() == quizzed.answers().size();
    if (finishes) {
      Map<String, String> fields = new HashMap<>();
      quizzed.answers().forEach((question, answer) -> fields.put("q_" + question, answer));
      fields.put("submission_key", key);
      post(base + action.replace("signups", "plays"), fields);
      steps.add(Map.of("what", "asked"));
    }
    post(
        base + action.replace("forms", "quizzes").replace("signups", "steps"),
        "text/plain",
        base,
        JSON.writeValueAsString(Map.of("key", key, "site", "", "steps", steps)));
    return key;
  }

  /** Signs up for what was played in a form. */
  void signUpPlayed(String slug, String key, String email, String firstName) {
    post(
        base + found(ACTION, look(slug)),
        Map.of(
            "email", email,
            "first_name", firstName,
            "zone", "Europe/Dublin",
            "consent", "yes",
            "submission_key", key));
  }

  /**
   * Meets a form on a page of a site, as the script would tell.
   *
   * @param id the visitor's own
   */
  void meet(Site site, String page, String formKey, String id) {
    String url = site.origin() + page;
    tell(
        site,
        "decide",
        JSON.writeValueAsString(
            Map.of("url", url, "pages", 2, "spots", List.of(formKey), "visitor", id)));
    pass(site, page, formKey, id);
  }

  /** Sees a form in passing. */
  void pass(Site site, String page, String formKey, String id) {
    tell(
        site,
        "seen",
        JSON.writeValueAsString(
            Map.of("form", formKey, "url", site.origin() + page, "visitor", id)));
  }

  /** Signs up by a form on a site. */
  void signUpOn(Site site, String page, String formKey, Map<String, Object> fields) {
    meet(site, page, formKey, fields.get("visitor").toString());
    Map<String, Object> all = new HashMap<>(fields);
    all.put("page", site.origin() + page);
    all.put("consent", true);
    post(
        base + "/p/forms/" + formKey + "/signups",
        "application/json",
        site.origin(),
        JSON.writeValueAsString(all));
  }

  private void tell(Site site, String what, String facts) {
    post(base + "/p/sites/" + site.key() + "/" + what, "text/plain", site.origin(), facts);
  }

  private void post(String url, String type, String origin, String body) {
    send(
        HttpRequest.newBuilder(URI.create(url))
            .header("Content-Type", type)
            .header("Origin", origin)
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build());
  }

  /** Opens the newest confirmation and presses its button. */
  void confirm(String email) {
    newestLink(email, "/c/").ifPresent(link -> post(link, Map.of()));
  }

  /** Opens the newest pass and takes its first file. */
  void takeFile(String email) {
    take(email, 1);
  }

  /** Opens the newest pass and takes one of its files. */
  void take(String email, int file) {
    newestLink(email, "/g/").ifPresent(link -> get(link + "/files/" + file));
  }

  /** Plays a recording behind the newest pass; the page tells which seconds. */
  void play(String email, int file, int piece, String seconds) {
    newestLink(email, "/g/")
        .ifPresent(
            link -> {
              get(link + "/files/" + file);
              post(link + "/told/played-" + piece, "text/plain", base, seconds);
            });
  }

  /** Does on the page behind the newest pass what it tells of: sees a code, or copies it. */
  void tell(String email, String what) {
    newestLink(email, "/g/").ifPresent(link -> post(link + "/told/" + what, Map.of()));
  }

  /** Buys something in the shop with the code behind the newest pass. */
  void buy(String shopKey, String email, String orderId, long cents) {
    Optional<String> pass = newestLink(email, "/g/");
    if (pass.isEmpty()) {
      return;
    }
    String body =
        JSON.writeValueAsString(
            Map.of(
                "code",
                found(CODE, get(pass.get())),
                "order",
                Map.of("id", orderId, "subtotal", cents, "currency", "EUR")));
    send(
        HttpRequest.newBuilder(URI.create(base + "/api/coupons/redeem"))
            .header("Content-Type", "application/json")
            .header("Authorization", "Bearer " + shopKey)
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build());
  }

  /** Leaves by the link at the foot of the newest email. */
  void leave(String email) {
    newestLink(email, "/u/").ifPresent(link -> post(link, Map.of()));
  }

  private Optional<String> newestLink(String email, String path) {
    return newestLink(email, path, "[A-Za-z0-9_-]+");
  }

  private Optional<String> newestLink(String email, String path, String end) {
    Pattern link = Pattern.compile(Pattern.quote(base + path) + end);
    List<ReceivedEmail> received = mailbox.to(email);
    return received.stream()
        .map(
            r ->
                new String(mailbox.raw(r.id()).orElseThrow(), StandardCharsets.UTF_8)
                    .replace("=\r\n", ""))
        .map(link::matcher)
        .filter(Matcher::find)
        .map(Matcher::group)
        .findFirst();
  }

  /** Reads the newest email in a mail program that shows pictures. */
  void open(String email) {
    newestLink(email, "/l/", "[A-Za-z0-9_-]+\\.gif").ifPresent(this::get);
  }

  /** What the newest email is about; empty before there was one. */
  Optional<String> newestSubject(String email) {
    return mailbox.to(email).stream().map(ReceivedEmail::subject).findFirst();
  }

  /** Presses the first link of the newest email that has one. */
  void click(String email) {
    newestLink(email, "/l/", "[A-Za-z0-9_-]+(?!\\.gif)\\b").ifPresent(this::press);
  }

  /** Where links lead lies outside the demo, so nobody follows them there. */
  private void press(String link) {
    try {
      HttpClient.newHttpClient()
          .send(request(link).GET().build(), HttpResponse.BodyHandlers.discarding());
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
    }
  }

  private static HttpRequest.Builder request(String url) {
    return HttpRequest.newBuilder(URI.create(url)).header("User-Agent", BROWSER);
  }

  private String get(String url) {
    return send(request(url).GET().build());
  }

  private void post(String url, Map<String, String> fields) {
    String body =
        fields.entrySet().stream()
            .map(
                field ->
                    field.getKey()
                        + "="
                        + URLEncoder.encode(field.getValue(), StandardCharsets.UTF_8))
            .collect(Collectors.joining("&"));
    send(
        HttpRequest.newBuilder(URI.create(url))
            .header("Content-Type", "application/x-www-form-urlencoded")
            .POST(HttpRequest.BodyPublishers.ofString(body))
            .build());
  }

  private String send(HttpRequest request) {
    try {
      HttpResponse<String> response = browser.send(request, HttpResponse.BodyHandlers.ofString());
      if (response.statusCode() >= 400) {
        throw new IllegalStateException(
            request.uri().getPath() + " answered " + response.statusCode());
      }
      return response.body();
    } catch (IOException broken) {
      throw new UncheckedIOException(broken);
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException(stopped);
    }
  }

  private static String found(Pattern pattern, String page) {
    Matcher matcher = pattern.matcher(page);
    if (!matcher.find()) {
      throw new IllegalStateException("The page holds no " + pattern);
    }
    return matcher.group(1);
  }
}
