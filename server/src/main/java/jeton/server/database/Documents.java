package jeton.server.database;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.springframework.jdbc.core.simple.JdbcClient;
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

  /**
   * A document that takes the place of one that is kept. What a newer version wrote into that one
   * and this version does not know stays in it: while two versions run side by side, and after
   * going back, nothing of the newer one is lost.
   *
   * @param column that keeps it, or the expression for the part of one
   * @param id of the row, in a table whose rows are numbered by {@code id}
   */
  public String over(JdbcClient db, String table, String column, long id, Object document) {
    JsonNode written = mapper.valueToTree(document);
    kept(db, table, column, id)
        .ifPresent(text -> carryOver(mapper.readTree(text), document.getClass(), written));
    return mapper.writeValueAsString(written);
  }

  private static Optional<String> kept(JdbcClient db, String table, String column, long id) {
    return db.sql("SELECT %s FROM %s WHERE id = :id".formatted(column, table))
        .param("id", id)
        .query((row, n) -> Optional.ofNullable(row.getString(1)))
        .optional()
        .flatMap(Function.identity());
  }

  private void carryOver(JsonNode kept, Class<?> type, JsonNode written) {
    JsonNode known = mapper.valueToTree(mapper.treeToValue(kept, type));
    UnknownFields.carryOver(kept, known, written);
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
