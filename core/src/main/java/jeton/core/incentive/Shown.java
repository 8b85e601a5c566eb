package jeton.core.incentive;

/** What a piece of a page shows once it is open, with the addresses of one reader's pass. */
public sealed interface Shown {

  /** Not open yet: nothing of it is told but its title and when it opens (V3). */
  record Later() implements Shown {}

  /** Writing: small, cleaned HTML. */
  record Writing(String html) implements Shown {}

  /** A picture. */
  record Picture(String src, String alt) implements Shown {}

  /** A file to take away. */
  record File(String name, String href) implements Shown {}

  /**
   * A recording for the browser's own player (V2).
   *
   * @param film whether there is something to see
   * @param captions address of its captions; empty for none
   * @param words to read instead; may be empty
   * @param still address of the picture before it plays; empty for none
   * @param keep where it may be downloaded; empty where it may not
   * @param told where the page tells what was played; empty for nowhere
   */
  record Recording(
      boolean film,
      String src,
      String mediaType,
      String captions,
      String words,
      String still,
      String keep,
      String told)
      implements Shown {}

  /** A button that leads elsewhere. */
  record WayOn(String label, String href) implements Shown {}

  /** A line between pieces. */
  record Line() implements Shown {}
}
