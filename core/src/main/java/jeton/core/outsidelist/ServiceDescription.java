package jeton.core.outsidelist;

import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import jeton.core.outside.OutsideAddress;
import jeton.core.problem.Problems;

/**
 * How a list service is spoken to, as data, so that a new one needs no code (H2). Places in paths:
 * {@code {list}}, {@code {email}}, {@code {cursor}}; in headers {@code {key}}, and {@code {basic}}
 * for the key in Base64; in bodies {@code {list}}, {@code {email}}, {@code {state}} ({@code
 * confirmed} or {@code waiting}), {@code {fields}}, {@code {tags}}. Where something is found in an
 * answer is told as a JSON Pointer (RFC 6901).
 *
 * @param name what the owner calls it
 * @param address what each path is put behind
 * @param headers sent with every request
 * @param lists how its lists are asked for
 * @param fields how its fields are asked for; without it, there are none to map
 * @param tags how its tags are asked for; without it, there are none to choose
 * @param find how one person is asked for; without it, who left there is known from {@code left}
 *     alone
 * @param handOn how a person is written, whether they are there or not
 * @param leave how it is told that somebody left here
 * @param left how it is asked who left there
 */
public record ServiceDescription(
    String name,
    String address,
    Map<String, String> headers,
    Optional<ServiceChoices> lists,
    Optional<ServiceChoices> fields,
    Optional<ServiceChoices> tags,
    Optional<ServiceFind> find,
    Optional<ServiceWrite> handOn,
    Optional<ServiceWrite> leave,
    Optional<ServiceLeft> left) {
  private static final int MOST_NAME = 80;
  private static final Set<String> METHODS = Set.of("POST", "PUT", "PATCH", "DELETE");
  private static final Set<String> PERSON = Set.of("list", "email", "state", "fields", "tags");
  private static final Pattern POINTER = Pattern.compile("(/[^~]*(~[01][^~]*)*)?");

  public ServiceDescription {
    name = name == null ? "" : name.strip();
    address = address == null ? "" : address.strip().replaceAll("/+$", "");
    headers = headers == null ? Map.of() : Map.copyOf(headers);
  }

  /**
   * Something there is to choose from.
   *
   * @param items pointer to the array of them
   * @param key pointer, from one of them, to what names it in requests
   * @param title pointer to what people call it
   */
  public record ServiceChoices(String path, String items, String key, String title) {}

  /**
   * Asking for one person.
   *
   * @param state pointer to where they stand
   * @param left what it says there of those who left
   * @param leftAt pointer to when they left (ISO 8601); empty where it is not told
   */
  public record ServiceFind(String path, String state, Set<String> left, String leftAt) {
    public ServiceFind {
      left = left == null ? Set.of() : Set.copyOf(left);
      leftAt = leftAt == null ? "" : leftAt;
    }
  }

  /**
   * Writing.
   *
   * @param body a tree of maps, lists and values ({@link BodyTemplate}); empty for none
   */
  public record ServiceWrite(String method, String path, Optional<Object> body) {}

  /**
   * Asking who left, a page at a time.
   *
   * @param email pointer, from one of the items, to the address
   * @param next pointer to where the next page begins: {@code {cursor}} of the next question
   */
  public record ServiceLeft(String path, String items, String email, String next) {}

  /** The same service at another address. */
  public ServiceDescription at(String another) {
    return new ServiceDescription(
        name, another, headers, lists, fields, tags, find, handOn, leave, left);
  }

  /**
   * Notes what keeps it from being used; fields begin with {@code description}.
   *
   * @param plainAllowed whether http will do
   */
  public void check(boolean plainAllowed, Problems problems) {
    problems.line(name, "description.name", "The name", MOST_NAME);
    OutsideAddress.fault(address, plainAllowed)
        .ifPresent(words -> problems.add("description.address", "not_an_address", words));
    headers.forEach(
        (header, value) -> {
          problems.line(header + value, "description.headers", "A header", 2000);
          known(value, Set.of("key", "basic"), "description.headers", problems);
        });
    choices(lists, "lists", Set.of(), problems);
    choices(fields, "fields", Set.of("list"), problems);
    choices(tags, "tags", Set.of("list"), problems);
    find.ifPresent(
        one -> {
          path(one.path(), Set.of("list", "email"), "find", problems);
          pointer(one.state(), "find.state", problems);
          pointer(one.leftAt(), "find.leftAt", problems);
        });
    write(handOn, "handOn", "How is a person written?", problems);
    write(leave, "leave", "How is it told that somebody left?", problems);
    left.ifPresent(
        one -> {
          path(one.path(), Set.of("list", "cursor"), "left", problems);
          pointer(one.items(), "left.items", problems);
          pointer(one.email(), "left.email", problems);
          pointer(one.next(), "left.next", problems);
        });
  }

  private static void choices(
      Optional<ServiceChoices> choices, String field, Set<String> places, Problems problems) {
    choices.ifPresent(
        one -> {
          path(one.path(), places, field, problems);
          pointer(one.items(), field + ".items", problems);
          pointer(one.key(), field + ".key", problems);
          pointer(one.title(), field + ".title", problems);
        });
  }

  private static void write(
      Optional<ServiceWrite> write, String field, String missing, Problems problems) {
    String at = "description." + field;
    if (write.isEmpty()) {
      problems.add(at, "missing", missing);
      return;
    }
    ServiceWrite one = write.get();
    problems.when(
        !METHODS.contains(one.method()), at, "method", "One of POST, PUT, PATCH and DELETE.");
    path(one.path(), Set.of("list", "email"), field, problems);
    one.body().ifPresent(body -> known(BodyTemplate.places(body), PERSON, at, problems));
  }

  private static void path(String path, Set<String> places, String field, Problems problems) {
    String at = "description." + field;
    String words = path == null ? "" : path;
    problems.when(
        !words.startsWith("/"), at, "path", "A path begins with / and goes behind the address.");
    problems.line(words, at, "The path", 500);
    known(words, places, at, problems);
  }

  private static void known(String words, Set<String> known, String at, Problems problems) {
    known(UriTemplate.placesIn(words), known, at, problems);
  }

  private static void known(Set<String> used, Set<String> known, String at, Problems problems) {
    Set<String> unknown = new HashSet<>(used);
    unknown.removeAll(known);
    unknown.stream()
        .sorted()
        .forEach(
            place ->
                problems.add(
                    at, "unknown_place", "{" + place + "} cannot be filled in at this place."));
  }

  private static void pointer(String pointer, String field, Problems problems) {
    problems.when(
        pointer == null || !POINTER.matcher(pointer).matches(),
        "description." + field,
        "pointer",
        "A JSON Pointer is empty or begins with /, like /data/name.");
  }
}
