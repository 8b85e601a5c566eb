package jeton.server.apidoc;

import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverters;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.media.ComposedSchema;
import io.swagger.v3.oas.models.media.ObjectSchema;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.media.StringSchema;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SortedMap;
import org.springdoc.core.customizers.OpenApiCustomizer;

/**
 * Says in the API's description that something is one of several kinds, told by the property {@code
 * kind}. The generator itself lists them at each place, in an order that changes from run to run.
 */
public final class ToldByKind implements OpenApiCustomizer {
  private static final String OF = "#/components/schemas/";
  private final String name;
  private final SortedMap<String, Class<?>> kinds;
  private final ModelConverters converters = new ModelConverters();

  /**
   * What is told apart so.
   *
   * @param name of the whole in the description
   * @param kinds what {@code kind} is for each
   */
  public ToldByKind(String name, SortedMap<String, Class<?>> kinds, List<ModelConverter> ours) {
    this.name = name;
    this.kinds = kinds;
    ours.forEach(converters::addConverter);
  }

  @Override
  public void customise(OpenAPI api) {
    ComposedSchema any = new ComposedSchema();
    for (Map.Entry<String, Class<?>> kind : kinds.entrySet()) {
      any.addOneOfItem(new Schema<>().$ref(OF + add(api, kind.getKey(), kind.getValue())));
    }
    api.getComponents().addSchemas(name, any);
    api.getComponents().getSchemas().values().forEach(this::refer);
  }

  private void refer(Schema<?> schema) {
    if (schema.getProperties() != null) {
      schema
          .getProperties()
          .replaceAll((property, is) -> isOurs(is) ? new Schema<>().$ref(OF + name) : is);
    }
  }

  private boolean isOurs(Schema<?> property) {
    return property.getOneOf() != null
        && property.getOneOf().stream()
            .anyMatch(
                one ->
                    kinds.values().stream()
                        .anyMatch(kind -> (OF + kind.getSimpleName()).equals(one.get$ref())));
  }

  /** Whether what is known of a plain record says more than what would replace it. */
  private static boolean saysMore(Schema<?> was, Schema<?> now) {
    return was.getProperties() != null && was.getAllOf() == null && now.getProperties() == null;
  }

  private String add(OpenAPI api, String kind, Class<?> type) {
    String own = type.getSimpleName();
    // Emails within a kind were described by whoever knows how those are written.
    converters
        .readAll(type)
        .forEach(
            (key, schema) ->
                api.getComponents()
                    .getSchemas()
                    .merge(key, schema, (was, now) -> saysMore(was, now) ? was : now));
    Schema<?> model = api.getComponents().getSchemas().getOrDefault(own, new ObjectSchema());
    StringSchema told = new StringSchema();
    told.addEnumItem(kind);
    model.addProperty("kind", told);
    List<String> required =
        new ArrayList<>(model.getRequired() == null ? List.of() : model.getRequired());
    required.add("kind");
    model.setRequired(required);
    api.getComponents().addSchemas(own, model);
    return own;
  }
}
