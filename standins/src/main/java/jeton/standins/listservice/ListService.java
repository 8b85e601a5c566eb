package jeton.standins.listservice;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.net.URI;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import jeton.standins.loopback.Loopback;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * A list service: lists with fields, tags and people, below {@code /api} and with a key. It shows
 * them at {@code /}, and behaves as {@code PUT /conduct} tells it to. Of itself, {@code POST
 * /leave?list=&email=} is what a person does who leaves there.
 */
public final class ListService implements AutoCloseable {
  private static final String JSON_TYPE = "application/json";
  private static final int LEFT_A_PAGE = 100;
  private static final int LIST_PART = 3;
  private static final int WHAT_PART = 4;
  private static final int EMAIL_PART = 5;
  private static final int ACT_PART = 6;
  private static final JsonMapper JSON = new JsonMapper();

  private final Clock clock;
  private Loopback server;
  private final Map<String, MailList> lists = new TreeMap<>();
  private final List<String> log = new ArrayList<>();
  private final AtomicInteger budget = new AtomicInteger(Integer.MAX_VALUE);
  private volatile String key = "list-key";
  private volatile Conduct conduct = Conduct.GOOD;

  private ListService(Clock clock) {
    this.clock = clock;
  }

  /** A list: what it is called, what can be told of people, and who is on it. */
  private static final class MailList {
    private String name;
    private final Map<String, String> fields = new LinkedHashMap<>();
    private final Map<String, String> tags = new LinkedHashMap<>();
    private final Map<String, ListedPerson> people = new LinkedHashMap<>();
    private final List<String> left = new ArrayList<>();

    MailList(String name) {
      this.name = name;
      fields.put("FIRST", "First name");
      fields.put("TOWN", "Town");
      tags.put("t-new", "New here");
      tags.put("t-shop", "From the shop");
    }
  }

  /**
   * How it behaves.
   *
   * @param status what it answers; 0 for what is right
   * @param delay how long it thinks before that
   */
  public record Conduct(int status, Duration delay) {
    /** Answers what is right at once. */
    public static final Conduct GOOD = new Conduct(0, Duration.ZERO);
  }

  /** Starts on loopback with two lists; port 0 takes a free one. */
  public static ListService start(int port, Clock clock) {
    ListService service = new ListService(clock);
    service.lists.put("l1", new MailList("Letters from the bench"));
    service.lists.put("l2", new MailList("Workshop dates"));
    service.server = Loopback.start(port, "list-service", service::answer);
    return service;
  }

  /** Where it is looked at. */
  public String origin() {
    return server.origin();
  }

  /** Where programs ask. */
  public String address() {
    return origin() + "/api";
  }

  /** The key it takes just now. */
  public String key() {
    return key;
  }

  /** Takes this key from now on, and no other. */
  public void takes(String another) {
    key = another;
  }

  /** Behaves like this from now on. */
  public void behave(Conduct itsConduct) {
    conduct = itsConduct;
  }

  /** Answers so many more questions, and then that there were too many. */
  public void answersOnly(int questions) {
    budget.set(questions);
  }

  /** What it was asked, in order. */
  public List<String> asked() {
    synchronized (lists) {
      return List.copyOf(log);
    }
  }

  /** Everybody on a list, by address. */
  public Map<String, ListedPerson> people(String list) {
    synchronized (lists) {
      return Map.copyOf(lists.get(list).people);
    }
  }

  /** Calls a list something else. */
  public void rename(String list, String name) {
    synchronized (lists) {
      lists.get(list).name = name;
    }
  }

  /** There is no such list any more. */
  public void removeList(String list) {
    synchronized (lists) {
      lists.remove(list);
    }
  }

  /** There is no such field any more. */
  public void removeField(String list, String field) {
    synchronized (lists) {
      lists.get(list).fields.remove(field);
    }
  }

  /** Somebody leaves a list there, whether we put them on it or not. */
  public void leaves(String list, String email) {
    synchronized (lists) {
      MailList from = lists.get(list);
      ListedPerson person =
          from.people.getOrDefault(
              email, new ListedPerson(email, "", Map.of(), Set.of(), Optional.empty()));
      from.people.put(email, person.leaves(clock.instant()));
      from.left.add(email);
    }
  }

  private void answer(HttpExchange exchange) throws IOException {
    try (exchange) {
      String path = exchange.getRequestURI().getRawPath();
      if (path.startsWith("/api/")) {
        answerProgram(exchange);
      } else if (path.equals("/conduct")) {
        JsonNode asked = JSON.readTree(exchange.getRequestBody().readAllBytes());
        behave(
            new Conduct(
                asked.path("status").asInt(0),
                Duration.ofMillis(asked.path("delay_ms").asLong(0))));
        answersOnly(asked.path("answers").asInt(Integer.MAX_VALUE));
        takes(asked.path("key").asString(key));
        Loopback.send(exchange, 204, "text/plain", "");
      } else if (path.equals("/leave")) {
        Map<String, String> asked = query(exchange.getRequestURI());
        leaves(asked.get("list"), asked.get("email"));
        Loopback.send(exchange, 204, "text/plain", "");
      } else {
        Loopback.send(exchange, 200, "text/html", page());
      }
    }
  }

  private String page() {
    synchronized (lists) {
      Map<String, List<ListedPerson>> shown = new LinkedHashMap<>();
      lists.values().forEach(list -> shown.put(list.name, List.copyOf(list.people.values())));
      return ListPage.of(shown);
    }
  }

  private void answerProgram(HttpExchange exchange) throws IOException {
    String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
    Conduct now = conduct;
    LockSupport.parkNanos(now.delay().toNanos());
    Said said;
    if (!("Bearer " + key).equals(exchange.getRequestHeaders().getFirst("Authorization"))) {
      said = new Said(401, Map.of("error", "This key is not known."));
    } else if (budget.getAndUpdate(n -> Math.max(0, n - 1)) == 0) {
      exchange.getResponseHeaders().set("Retry-After", "60");
      said = new Said(429, Map.of("error", "Too many questions."));
    } else if (now.status() > 0) {
      said = new Said(now.status(), Map.of("error", "Not now."));
    } else {
      synchronized (lists) {
        log.add(exchange.getRequestMethod() + " " + exchange.getRequestURI().getRawPath());
        said = said(exchange, body);
      }
    }
    Loopback.send(exchange, said.status(), JSON_TYPE, JSON.writeValueAsString(said.body()));
  }

  private record Said(int status, Object body) {
    static Said ok(Object body) {
      return new Said(200, body);
    }

    static Said notFound() {
      return new Said(404, Map.of("error", "There is no such thing."));
    }

    static Said wrong(String words) {
      return new Said(422, Map.of("error", words));
    }
  }

  private Said said(HttpExchange exchange, String body) {
    String[] parts = exchange.getRequestURI().getRawPath().split("/");
    if (parts.length == LIST_PART) {
      return Said.ok(Map.of("lists", pairs(names(), "id", "name")));
    }
    MailList list = lists.get(decoded(parts[LIST_PART]));
    if (list == null) {
      return Said.notFound();
    }
    String what = parts.length > WHAT_PART ? parts[WHAT_PART] : "";
    return switch (what) {
      case "fields" -> Said.ok(Map.of("fields", pairs(list.fields, "key", "label")));
      case "tags" -> Said.ok(Map.of("tags", pairs(list.tags, "id", "name")));
      case "left" -> left(list, query(exchange.getRequestURI()));
      case "people" -> person(list, exchange.getRequestMethod(), parts, body);
      default -> Said.notFound();
    };
  }

  private Map<String, String> names() {
    Map<String, String> names = new LinkedHashMap<>();
    lists.forEach((id, list) -> names.put(id, list.name));
    return names;
  }

  private static List<Map<String, String>> pairs(
      Map<String, String> all, String first, String second) {
    return all.entrySet().stream()
        .map(one -> Map.of(first, one.getKey(), second, one.getValue()))
        .toList();
  }

  private static Said left(MailList list, Map<String, String> asked) {
    String after = asked.getOrDefault("after", "");
    int from = after.isEmpty() ? 0 : Integer.parseInt(after);
    int to = Math.min(list.left.size(), from + LEFT_A_PAGE);
    return Said.ok(
        Map.of(
            "people",
            list.left.subList(from, to).stream().map(email -> Map.of("email", email)).toList(),
            "next",
            String.valueOf(to)));
  }

  private Said person(MailList list, String method, String[] parts, String body) {
    String email = decoded(parts[EMAIL_PART]);
    ListedPerson known = list.people.get(email);
    if (method.equals("PUT")) {
      return write(list, email, JSON.readTree(body));
    }
    if (known == null) {
      return Said.notFound();
    }
    if (method.equals("POST") && parts.length > ACT_PART) {
      list.people.put(email, known.leaves(clock.instant()));
      return Said.ok(Map.of());
    }
    return Said.ok(
        Map.of(
            "email",
            email,
            "state",
            known.state(),
            "left_at",
            known.leftAt().map(Object::toString).orElse("")));
  }

  private static Said write(MailList list, String email, JsonNode told) {
    Map<String, String> fields = new LinkedHashMap<>();
    told.path("fields").properties().forEach(f -> fields.put(f.getKey(), f.getValue().asString()));
    Set<String> tags = new LinkedHashSet<>();
    told.path("tags").values().forEach(tag -> tags.add(tag.asString()));
    if (!list.fields.keySet().containsAll(fields.keySet())) {
      return Said.wrong("A field is not known here.");
    }
    if (!list.tags.keySet().containsAll(tags)) {
      return Said.wrong("A tag is not known here.");
    }
    if (email.contains("refused")) {
      return Said.wrong("This address is not taken.");
    }
    list.people.put(
        email,
        new ListedPerson(email, told.path("state").asString(""), fields, tags, Optional.empty()));
    return Said.ok(Map.of("email", email));
  }

  private static Map<String, String> query(URI uri) {
    Map<String, String> all = new TreeMap<>();
    String query = uri.getRawQuery() == null ? "" : uri.getRawQuery();
    for (String pair : query.split("&")) {
      int at = pair.indexOf('=');
      if (at > 0) {
        all.put(pair.substring(0, at), decoded(pair.substring(at + 1)));
      }
    }
    return all;
  }

  private static String decoded(String part) {
    return URLDecoder.decode(part, StandardCharsets.UTF_8);
  }

  @Override
  public void close() {
    server.close();
  }
}
