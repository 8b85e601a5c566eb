package jeton.server.email;

import jeton.core.email.EmailBlock;
import org.springdoc.core.utils.SpringDocUtils;
import org.springframework.stereotype.Component;
import tools.jackson.databind.annotation.JsonDeserialize;
import tools.jackson.databind.annotation.JsonSerialize;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.util.StdConverter;

/** Teaches whatever writes JSON how an email's blocks are written down. */
@Component
public class EmailJson extends SimpleModule {
  private static final long serialVersionUID = 1L;

  static {
    SpringDocUtils.getConfig().replaceWithClass(EmailBlock.class, FlatBlock.class);
  }

  /** For whatever writes emails down. */
  public EmailJson() {
    super("emails");
    setMixInAnnotation(EmailBlock.class, AsFlatBlock.class);
  }

  @JsonSerialize(converter = Flatten.class)
  @JsonDeserialize(converter = Raise.class)
  private interface AsFlatBlock {}

  static final class Flatten extends StdConverter<EmailBlock, FlatBlock> {
    @Override
    public FlatBlock convert(EmailBlock block) {
      return FlatBlock.of(block);
    }
  }

  static final class Raise extends StdConverter<FlatBlock, EmailBlock> {
    @Override
    public EmailBlock convert(FlatBlock flat) {
      return flat.block();
    }
  }
}
