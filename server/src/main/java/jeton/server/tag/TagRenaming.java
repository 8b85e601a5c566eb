package jeton.server.tag;

import java.util.Optional;
import jeton.core.people.TagName;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * A tag's new name, and how it comes into a document. Documents name tags in one of three ways: as
 * {@code tag}, in a list called {@code tags}, or as the value of a condition about tags.
 */
public record TagRenaming(String from, String to) {
  private static final JsonMapper JSON = new JsonMapper();

  /** The document with the new name; empty when it does not name the tag. */
  public Optional<String> in(String document) {
    JsonNode tree = JSON.readTree(document);
    return changes(tree) ? Optional.of(JSON.writeValueAsString(tree)) : Optional.empty();
  }

  private boolean changes(JsonNode node) {
    boolean changed = false;
    if (node instanceof ObjectNode object) {
      boolean condition = object.path("what").asString("").equals("TAG");
      for (String name : object.propertyNames()) {
        JsonNode value = object.get(name);
        if ((name.equals("tag") || condition && name.equals("value")) && isIt(value)) {
          object.put(name, to);
          changed = true;
        } else if (name.equals("tags") && value instanceof ArrayNode list) {
          changed |= names(list) | changes(list);
        } else {
          changed |= changes(value);
        }
      }
    } else if (node instanceof ArrayNode list) {
      for (JsonNode element : list) {
        changed |= changes(element);
      }
    }
    return changed;
  }

  private boolean names(ArrayNode list) {
    boolean changed = false;
    for (int i = 0; i < list.size(); i++) {
      if (isIt(list.get(i))) {
        list.set(i, JSON.getNodeFactory().stringNode(to));
        changed = true;
      }
    }
    return changed;
  }

  private boolean isIt(JsonNode value) {
    return value.isString() && TagName.key(value.asString()).equals(TagName.key(from));
  }
}
