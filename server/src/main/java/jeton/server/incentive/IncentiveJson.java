package jeton.server.incentive;

import com.fasterxml.jackson.annotation.JsonTypeInfo;
import java.util.Arrays;
import jeton.core.incentive.Incentive;
import jeton.core.offer.OfferKind;
import org.springframework.stereotype.Component;
import tools.jackson.databind.jsontype.NamedType;
import tools.jackson.databind.module.SimpleModule;

/** Teaches whatever writes JSON how what an offer gives is written down: with its kind. */
@Component
public class IncentiveJson extends SimpleModule {
  private static final long serialVersionUID = 1L;

  /** For whatever writes offers down. */
  public IncentiveJson() {
    super("incentives");
    setMixInAnnotation(Incentive.class, WithKind.class);
    Arrays.stream(OfferKind.values())
        .forEach(kind -> registerSubtypes(new NamedType(kind.blank().getClass(), kind.name())));
  }

  @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "kind")
  private interface WithKind {}
}
