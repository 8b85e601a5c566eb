package jeton.server.database;

import java.util.Optional;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Fields of a document that this version does not know, since a newer one wrote them. */
final class UnknownFields {
  /** By which an element of a list is the same one, wherever it stands. */
  private static final String[] NAMES = {"id", "key"};

  private UnknownFields() {}

  /**
   * Puts into a document what one that is kept has and this version does not know.
   *
   * @param kept as a version wrote it
   * @param known what this version reads in it
   * @param written what this version writes in its place; gets the rest
   */
  static void carryOver(JsonNode kept, JsonNode known, JsonNode written) {
    if (kept.isObject() && known.isObject() && written instanceof ObjectNode into) {
      kept.propertyStream()
          .forEach(
              field -> {
                JsonNode ours = known.get(field.getKey());
                JsonNode now = into.get(field.getKey());
                if (ours != null && now != null) {
                  carryOver(field.getValue(), ours, now);
                } else if (ours == null && now == null && !field.getValue().isNull()) {
                  into.set(field.getKey(), field.getValue());
                }
              });
    } else if (kept.isArray() && known.isArray() && written.isArray()) {
      for (int i = 0; i < Math.min(kept.size(), known.size()); i++) {
        JsonNode ours = known.get(i);
        JsonNode theirs = kept.get(i);
        same(ours, i, known, written).ifPresent(now -> carryOver(theirs, ours, now));
      }
    }
  }

  /** The element as it is written now: by its name, else by its place while none came or went. */
  private static Optional<JsonNode> same(JsonNode element, int place, JsonNode all, JsonNode now) {
    for (String name : NAMES) {
      if (element.has(name)) {
        return now.valueStream().filter(o -> element.get(name).equals(o.get(name))).findFirst();
      }
    }
    return all.size() == now.size() ? Optional.of(now.get(place)) : Optional.empty();
  }
}
