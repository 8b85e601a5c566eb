package jeton.core.privatepage;

/**
 * A tag that opening a piece gives or takes (V5).
 *
 * @param give whether it is given; else it is taken
 */
public record PieceTag(String tag, boolean give) {
  public PieceTag {
    tag = tag == null ? "" : tag.strip();
  }
}
