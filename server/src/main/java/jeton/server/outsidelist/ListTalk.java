package jeton.server.outsidelist;

import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jeton.core.outsidelist.BodyTemplate;
import jeton.core.outsidelist.HandingOn;
import jeton.core.outsidelist.OutsideListSettings;
import jeton.core.outsidelist.ServiceDescription;
import jeton.core.outsidelist.UriTemplate;
import jeton.server.outside.OutsideHttp;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to list services, as their descriptions say. */
@Component
class ListTalk {
  private static final int MOST_READ = 1_000_000;
  private static final Duration LONGEST_WAIT = Duration.ofHours(1);
  private static final String GET = "GET";

  private final OutsideHttp http;
  private final JsonMapper json;

  ListTalk(OutsideHttp http, JsonMapper json) {
    this.http = http;
    this.json = json;
  }

  /**
   * A person as they are told.
   *
   * @param waiting whether they have yet to confirm
   * @param known values by our keys
   */
  record Sheet(String email, boolean waiting, Map<String, String> known) {}

  /** A request as it would be made. */
  record Request(String method, URI url, Optional<String> body) {
    String words() {
      return method + " " + url + body.map(one -> "\n" + one).orElse("");
    }
  }

  /** What there is to choose from; none where the exchange failed. */
  record Offered(List<OutsideListSettings.ServiceChoice> all, Exchange exchange) {}

  /** Where somebody stands there; none where the exchange failed. */
  record Found(Optional<HandingOn.There> there, Exchange exchange) {}

  /**
   * Who left.
   *
   * @param next where the next page begins; as before where there is none
   */
  record LeftPage(List<String> emails, String next, Exchange exchange) {}

  /** How a person would be written. */
  Request handOnRequest(OutsideList list, Sheet sheet) {
    return write(list, list.settings().description().handOn().orElseThrow(), sheet);
  }

  Exchange handOn(OutsideList list, Sheet sheet) {
    return ask(list, handOnRequest(list, sheet));
  }

  Exchange leave(OutsideList list, Sheet sheet) {
    return ask(list, write(list, list.settings().description().leave().orElseThrow(), sheet));
  }

  private Request write(OutsideList list, ServiceDescription.ServiceWrite write, Sheet sheet) {
    OutsideListSettings settings = list.settings();
    Map<String, String> fields = new TreeMap<>();
    settings
        .fields()
        .forEach(
            (theirs, ours) -> {
              String value = sheet.known().getOrDefault(ours, "");
              // What is not known here may be known there.
              if (!value.isEmpty() && !list.gone().contains(theirs)) {
                fields.put(theirs, value);
              }
            });
    Map<String, Object> values = new HashMap<>(places(list, sheet.email()));
    values.put("state", sheet.waiting() ? "waiting" : "confirmed");
    values.put("fields", fields);
    values.put(
        "tags",
        settings.tags().stream()
            .map(OutsideListSettings.ServiceChoice::key)
            .filter(key -> !list.gone().contains(key))
            .toList());
    return new Request(
        write.method(),
        url(list, write.path(), places(list, sheet.email())),
        write.body().map(body -> json.writeValueAsString(BodyTemplate.fill(body, values))));
  }

  private static Map<String, String> places(OutsideList list, String email) {
    return Map.of(
        "list",
        list.settings().list().map(OutsideListSettings.ServiceChoice::key).orElse(""),
        "email",
        email);
  }

  private static URI url(OutsideList list, String path, Map<String, String> values) {
    return URI.create(
        list.settings().description().address() + new UriTemplate(path).expand(values));
  }

  /** Which lists, fields or tags there are. */
  Offered choices(OutsideList list, ServiceDescription.ServiceChoices choices) {
    Exchange exchange = ask(list, get(list, choices.path(), places(list, "")));
    List<OutsideListSettings.ServiceChoice> all = new ArrayList<>();
    items(exchange, choices.items())
        .forEach(
            item ->
                all.add(
                    new OutsideListSettings.ServiceChoice(
                        words(item, choices.key()), words(item, choices.title()))));
    return new Offered(all, exchange);
  }

  /** How somebody stands there; who is not known there has not left. */
  Found find(OutsideList list, ServiceDescription.ServiceFind find, String email) {
    Exchange exchange = ask(list, get(list, find.path(), places(list, email)));
    if (exchange.isNotFound()) {
      return new Found(Optional.of(HandingOn.There.NOT_LEFT), exchange);
    }
    if (exchange.meaning() != Exchange.Meaning.TAKEN) {
      return new Found(Optional.empty(), exchange);
    }
    JsonNode said = read(exchange);
    boolean left = find.left().contains(words(said, find.state()));
    Optional<Instant> leftAt =
        left && !find.leftAt().isEmpty() ? moment(words(said, find.leftAt())) : Optional.empty();
    return new Found(Optional.of(new HandingOn.There(left, leftAt)), exchange);
  }

  private static Optional<Instant> moment(String words) {
    try {
      return Optional.of(OffsetDateTime.parse(words).toInstant());
    } catch (DateTimeException unreadable) {
      return Optional.empty();
    }
  }

  LeftPage left(OutsideList list, ServiceDescription.ServiceLeft left, String cursor) {
    Map<String, String> places = new LinkedHashMap<>(places(list, ""));
    places.put("cursor", cursor);
    Exchange exchange = ask(list, get(list, left.path(), places));
    if (exchange.meaning() != Exchange.Meaning.TAKEN) {
      return new LeftPage(List.of(), cursor, exchange);
    }
    String next = words(read(exchange), left.next());
    List<String> emails = new ArrayList<>();
    items(exchange, left.items()).forEach(item -> emails.add(words(item, left.email())));
    return new LeftPage(emails, next.isEmpty() ? cursor : next, exchange);
  }

  private static Request get(OutsideList list, String path, Map<String, String> values) {
    return new Request(GET, url(list, path, values), Optional.empty());
  }

  private Exchange ask(OutsideList list, Request request) {
    Map<String, String> values =
        Map.of(
            "key",
            list.serviceKey(),
            "basic",
            Base64.getEncoder().encodeToString(list.serviceKey().getBytes(StandardCharsets.UTF_8)));
    Map<String, String> headers = new LinkedHashMap<>();
    headers.put("Accept", "application/json");
    list.settings()
        .description()
        .headers()
        .forEach(
            (name, value) ->
                headers.put(name, (String) BodyTemplate.fill(value, Map.copyOf(values))));
    OutsideHttp.Answer answer =
        http.ask(
            new OutsideHttp.Question(
                request.method(), request.url(), headers, request.body(), MOST_READ));
    return new Exchange(request.words(), answer.status(), answer.said(), wait(answer));
  }

  /** Seconds, the usual form of that header; a date is as good as none. */
  private static Optional<Duration> wait(OutsideHttp.Answer answer) {
    try {
      Duration asked = Duration.ofSeconds(Long.parseLong(answer.retryAfter().strip()));
      return asked.isNegative()
          ? Optional.empty()
          : Optional.of(asked.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : asked);
    } catch (NumberFormatException none) {
      return Optional.empty();
    }
  }

  private JsonNode read(Exchange exchange) {
    try {
      return json.readTree(exchange.answer());
    } catch (JacksonException notJson) {
      return json.nullNode();
    }
  }

  private Iterable<JsonNode> items(Exchange exchange, String pointer) {
    if (exchange.meaning() != Exchange.Meaning.TAKEN) {
      return List.of();
    }
    JsonNode items = read(exchange).at(pointer);
    return items.isArray() ? items.values() : List.of();
  }

  private static String words(JsonNode from, String pointer) {
    return from.at(pointer).asString("");
  }
}
