package jeton.core.outsidelist;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;

/**
 * JSON with places to fill in, as a tree of maps, lists and values. Within words a place takes
 * words ({@code "Mr {first_name}"}); a text that is one place takes the value as it is, so that
 * {@code "{fields}"} becomes an object and {@code "{tags}"} an array. An object of just {@code
 * forEach} ({@code fields} or {@code tags}) and {@code put} becomes an array with one {@code put}
 * for each of them, in which {@code {key}} and {@code {value}} have a meaning.
 */
public final class BodyTemplate {
  static final String FOR_EACH = "forEach";
  static final String PUT = "put";
  static final Set<String> EACH = Set.of("key", "value");
  static final Set<String> MANY = Set.of("fields", "tags");

  private BodyTemplate() {}

  /** What it has places for, those within a repetition left out. */
  public static Set<String> places(Object tree) {
    Set<String> found = new TreeSet<>();
    collect(tree, found);
    return found;
  }

  private static void collect(Object tree, Set<String> found) {
    if (tree instanceof String words) {
      found.addAll(UriTemplate.placesIn(words));
    } else if (tree instanceof List<?> list) {
      list.forEach(one -> collect(one, found));
    } else if (tree instanceof Map<?, ?> object) {
      if (isRepetition(object)) {
        found.add(String.valueOf(object.get(FOR_EACH)));
        Set<String> within = places(object.get(PUT));
        within.removeAll(EACH);
        found.addAll(within);
      } else {
        object.values().forEach(one -> collect(one, found));
      }
    }
  }

  private static boolean isRepetition(Object tree) {
    return tree instanceof Map<?, ?> object && object.keySet().equals(Set.of(FOR_EACH, PUT));
  }

  /**
   * Filled in.
   *
   * @param values words, and for {@code fields} a map of words, for {@code tags} a list of them
   */
  public static Object fill(Object tree, Map<String, Object> values) {
    if (tree instanceof String words) {
      return words(words, values);
    }
    if (tree instanceof List<?> list) {
      return list.stream().map(one -> fill(one, values)).toList();
    }
    if (isRepetition(tree)) {
      return repeat((Map<?, ?>) tree, values);
    }
    if (tree instanceof Map<?, ?> object) {
      Map<String, Object> filled = new LinkedHashMap<>();
      object.forEach((name, value) -> filled.put(String.valueOf(name), fill(value, values)));
      return filled;
    }
    return tree;
  }

  private static Object words(String words, Map<String, Object> values) {
    Matcher place = UriTemplate.PLACE.matcher(words);
    if (place.matches()) {
      return values.getOrDefault(place.group(1), "");
    }
    return place.replaceAll(
        found -> Matcher.quoteReplacement(String.valueOf(values.getOrDefault(found.group(1), ""))));
  }

  private static List<Object> repeat(Map<?, ?> repetition, Map<String, Object> values) {
    List<Object> all = new ArrayList<>();
    Object many = values.get(String.valueOf(repetition.get(FOR_EACH)));
    if (many instanceof Map<?, ?> pairs) {
      pairs.forEach((key, value) -> all.add(one(repetition, values, key, value)));
    } else if (many instanceof List<?> list) {
      list.forEach(value -> all.add(one(repetition, values, value, value)));
    }
    return all;
  }

  private static Object one(
      Map<?, ?> repetition, Map<String, Object> values, Object key, Object value) {
    Map<String, Object> within = new LinkedHashMap<>(values);
    within.put("key", key);
    within.put("value", value);
    return fill(repetition.get(PUT), within);
  }
}
