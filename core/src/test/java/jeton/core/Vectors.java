package jeton.core;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The cases of the rules, from {@code src/test/resources/vectors}. */
public final class Vectors {
  private Vectors() {}

  /** One case: its name, what goes in, what must come out. */
  public record Case(String name, JsonNode in, JsonNode out) {
    @Override
    public String toString() {
      return name;
    }
  }

  /** All cases of a file. */
  public static Stream<Case> cases(String file) {
    try (InputStream json = Vectors.class.getResourceAsStream("/vectors/" + file + ".json")) {
      JsonNode cases = new JsonMapper().readTree(json).get("cases");
      return StreamSupport.stream(cases.spliterator(), false)
          .map(c -> new Case(c.get("name").asString(), c.get("in"), c.get("out")));
    } catch (IOException unreadable) {
      throw new UncheckedIOException(unreadable);
    }
  }
}
