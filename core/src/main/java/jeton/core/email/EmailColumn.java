package jeton.core.email;

import java.util.List;

/** One of two or three columns: blocks from top to bottom, none of them columns. */
public record EmailColumn(List<EmailBlock> blocks) {
  public EmailColumn {
    blocks = blocks == null ? List.of() : List.copyOf(blocks);
  }
}
