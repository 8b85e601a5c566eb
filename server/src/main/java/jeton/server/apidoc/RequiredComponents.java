package jeton.server.apidoc;

import com.fasterxml.jackson.databind.JavaType;
import com.fasterxml.jackson.databind.type.TypeFactory;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.oas.models.media.Schema;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Says in the API's description what the records say: everything is there unless it is an Optional.
 */
@Component
class RequiredComponents implements ModelConverter {

  @Override
  public Schema<?> resolve(
      AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
    if (!chain.hasNext()) {
      return null;
    }
    Schema<?> schema = chain.next().resolve(type, context, chain);
    JavaType javaType = TypeFactory.defaultInstance().constructType(type.getType());
    Class<?> raw = javaType.getRawClass();
    if (raw.isRecord()) {
      Schema<?> model = context.getDefinedModels().get(name(raw));
      if (model != null) {
        model.setRequired(required(raw));
      }
    }
    return schema;
  }

  private static String name(Class<?> type) {
    var named = type.getAnnotation(io.swagger.v3.oas.annotations.media.Schema.class);
    return named == null || named.name().isEmpty() ? type.getSimpleName() : named.name();
  }

  private static List<String> required(Class<?> type) {
    return Arrays.stream(type.getRecordComponents())
        .filter(component -> component.getType() != Optional.class)
        .map(RecordComponent::getName)
        .toList();
  }
}
