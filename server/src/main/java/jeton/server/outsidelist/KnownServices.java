package jeton.server.outsidelist;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import jeton.core.outsidelist.ServiceDescription;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The descriptions of list services that ship with Jeton, and an empty one to fill in. */
@Component
public class KnownServices {
  private static final List<String> NAMES = List.of("workshop-list", "another-service");
  private final List<ServiceDescription> all;

  KnownServices(JsonMapper json) {
    all = NAMES.stream().map(name -> read(json, name)).toList();
  }

  private static ServiceDescription read(JsonMapper json, String name) {
    ClassPathResource file = new ClassPathResource("outsidelist/" + name + ".json");
    try {
      return json.readValue(
          file.getContentAsString(StandardCharsets.UTF_8), ServiceDescription.class);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }

  /** The first is the one most begin with. */
  public List<ServiceDescription> all() {
    return all;
  }
}
