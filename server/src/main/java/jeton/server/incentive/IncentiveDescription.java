package jeton.server.incentive;

import io.swagger.v3.core.converter.ModelConverter;
import java.util.List;
import java.util.SortedMap;
import java.util.TreeMap;
import jeton.core.incentive.Incentive;
import jeton.core.offer.OfferKind;
import jeton.server.apidoc.ToldByKind;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** Says in the API's description that what an offer gives is one of the kinds, told by its name. */
@Configuration
class IncentiveDescription {

  @Bean
  OpenApiCustomizer kinds(List<ModelConverter> ours) {
    SortedMap<String, Class<?>> kinds = new TreeMap<>();
    for (OfferKind kind : OfferKind.values()) {
      kinds.put(kind.name(), kind.blank().getClass());
    }
    return new ToldByKind(Incentive.class.getSimpleName(), kinds, ours);
  }
}
