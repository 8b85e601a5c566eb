package jeton.server.database;

import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JacksonModule;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Settings kept as JSON documents in a column. Unknown properties of older versions are passed over
 * when read.
 */
@Component
public class Documents {
  private final JsonMapper mapper;

  /**
   * Documents of all kinds.
   *
   * @param modules how what is no plain record is written down
   */
  public Documents(List<JacksonModule> modules) {
    mapper =
        JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .addModules(modules)
            .build();
  }

  /** The document as text. */
  public String write(Object document) {
    return mapper.writeValueAsString(document);
  }

  /** A text as words by name. */
  public Map<String, String> readMap(String text) {
    return mapper.readValue(text, new TypeReference<Map<String, String>>() {});
  }

  /** A document within one, by its name; null when there is none. */
  public <T> T part(String text, String name, Class<T> type) {
    JsonNode part = mapper.readTree(text).get(name);
    return part == null ? null : mapper.treeToValue(part, type);
  }

  /** A tree as a document. */
  public <T> T of(JsonNode tree, Class<T> type) {
    return mapper.treeToValue(tree, type);
  }

  /** The text as a document. */
  public <T> T read(String text, Class<T> type) {
    return mapper.readValue(text, type);
  }
}
