package jeton.core.email;

import java.util.List;
import java.util.function.UnaryOperator;

/** One of two or three columns: blocks from top to bottom, none of them columns. */
public record EmailColumn(List<EmailBlock> blocks) {
  public EmailColumn {
    blocks = blocks == null ? List.of() : List.copyOf(blocks);
  }

  /** The same with its writing changed. */
  EmailColumn withWriting(UnaryOperator<String> change) {
    return new EmailColumn(blocks.stream().map(block -> block.withWriting(change)).toList());
  }
}
