package jeton.server.tag;

/**
 * Whoever keeps documents that name tags, and hears of a new name in the transaction that gives it.
 */
public interface TagListener {

  /** Writes the new name in place of the former. */
  void renamed(TagRenaming tag);
}
