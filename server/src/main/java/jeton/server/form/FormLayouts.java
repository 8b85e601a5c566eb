package jeton.server.form;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import jeton.core.display.Shape;
import jeton.core.form.FormSettings;
import jeton.core.form.Looks;
import jeton.server.database.Documents;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Forms to start from: each whole and tidy, in the business's first colour. They stand in {@code
 * form-layouts.json}: the settings most of them have, and of each what is otherwise, as a JSON
 * merge patch (RFC 7396).
 */
@Component
class FormLayouts {
  private static final String FILE = "form-layouts.json";

  private final Documents documents;
  private final String text;

  FormLayouts(Documents documents) {
    this.documents = documents;
    try {
      text = new ClassPathResource(FILE).getContentAsString(StandardCharsets.UTF_8);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  /** A form to start from; {@code id} never changes. */
  record Layout(String id, String name, Shape shape, FormSettings settings) {}

  /** As the file has them. */
  private record Kept(JsonNode usual, List<Patch> layouts) {}

  private record Patch(String id, String name, Shape shape, JsonNode settings) {}

  /** All of them, for one offer. */
  List<Layout> of(String offerName, List<String> palette) {
    Looks looks = FirstForm.looks(palette);
    Kept kept =
        documents.read(
            filled(
                Map.of(
                    "offer", offerName,
                    "button", looks.button(),
                    "button_ink", looks.buttonInk())),
            Kept.class);
    return kept.layouts().stream()
        .map(
            patch ->
                new Layout(
                    patch.id(),
                    patch.name(),
                    patch.shape(),
                    documents.of(patched(kept.usual(), patch.settings()), FormSettings.class)))
        .toList();
  }

  private String filled(Map<String, String> words) {
    String filled = text;
    for (Map.Entry<String, String> word : words.entrySet()) {
      String quoted = documents.write(word.getValue());
      filled =
          filled.replace("{{" + word.getKey() + "}}", quoted.substring(1, quoted.length() - 1));
    }
    return filled;
  }

  private static JsonNode patched(JsonNode usual, JsonNode patch) {
    if (!(patch instanceof ObjectNode changes) || !(usual instanceof ObjectNode)) {
      return patch;
    }
    ObjectNode whole = (ObjectNode) usual.deepCopy();
    changes
        .properties()
        .forEach(
            one -> {
              JsonNode before = whole.get(one.getKey());
              whole.set(
                  one.getKey(), before == null ? one.getValue() : patched(before, one.getValue()));
            });
    return whole;
  }
}
