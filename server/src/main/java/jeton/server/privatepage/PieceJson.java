package jeton.server.privatepage;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import io.swagger.v3.core.converter.ModelConverter;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import java.util.TreeMap;
import jeton.core.privatepage.Content;
import jeton.server.apidoc.ToldByKind;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;
import tools.jackson.databind.jsontype.NamedType;
import tools.jackson.databind.module.SimpleModule;

/** Teaches whatever writes JSON how the pieces of a page are written down: with their kind. */
@Component
public class PieceJson extends SimpleModule {
  private static final long serialVersionUID = 1L;

  private static final SortedMap<String, Class<?>> KINDS =
      new TreeMap<>(
          Map.of(
              "WORDS", Content.Words.class,
              "PICTURE", Content.Picture.class,
              "FILE", Content.File.class,
              "RECORDING", Content.Recording.class,
              "BUTTON", Content.Button.class,
              "DIVIDER", Content.Divider.class));

  /** For whatever writes pages down. */
  public PieceJson() {
    super("pieces");
    setMixInAnnotation(Content.class, WithKind.class);
    KINDS.forEach((name, type) -> registerSubtypes(new NamedType(type, name)));
  }

  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
  private interface WithKind {}

  /** And says so in the API's description. */
  @Configuration
  static class Description {
    @Bean
    OpenApiCustomizer contents(List<ModelConverter> ours) {
      return new ToldByKind(Content.class.getSimpleName(), KINDS, ours);
    }
  }
}
