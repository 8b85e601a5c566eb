package jeton.server.segment;

import jeton.core.segment.Criterion;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.stereotype.Component;
import tools.jackson.databind.annotation.JsonDeserialize;
import tools.jackson.databind.annotation.JsonSerialize;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.util.StdConverter;

/** Teaches whatever writes JSON how questions about people are written down. */
@Component
public class CriterionJson extends SimpleModule {
  private static final long serialVersionUID = 1L;

  static {
    SpringDocUtils.getConfig().replaceWithClass(Criterion.class, FlatCriterion.class);
    SpringDocUtils.getConfig().replaceWithClass(Criterion.Group.class, FlatCriterion.class);
  }

  /** For whatever writes questions down. */
  public CriterionJson() {
    super("criteria");
    setMixInAnnotation(Criterion.class, AsFlat.class);
    setMixInAnnotation(Criterion.Group.class, AsFlatGroup.class);
  }

  @JsonSerialize(converter = Flatten.class)
  @JsonDeserialize(converter = Raise.class)
  private interface AsFlat {}

  @JsonSerialize(converter = Flatten.class)
  @JsonDeserialize(converter = RaiseGroup.class)
  private interface AsFlatGroup {}

  static final class Flatten extends StdConverter<Criterion, FlatCriterion> {
    @Override
    public FlatCriterion convert(Criterion criterion) {
      return FlatCriterion.of(criterion);
    }
  }

  static final class Raise extends StdConverter<FlatCriterion, Criterion> {
    @Override
    public Criterion convert(FlatCriterion flat) {
      return flat.criterion();
    }
  }

  static final class RaiseGroup extends StdConverter<FlatCriterion, Criterion.Group> {
    @Override
    public Criterion.Group convert(FlatCriterion flat) {
      return flat.group();
    }
  }
}
