package jeton.core.display;

/** What a form looks like on a page. */
public enum Shape {
  /** Stands in the page where it was put. */
  IN_PAGE,
  /** A dialog over the page. */
  POP_UP,
  /** Slides in at a corner; the page stays usable. */
  SLIDE_IN,
  /** A strip at the top or foot of the window. */
  BAR,
  /** A page of its own: the offer's hosted page. */
  FULL_PAGE;

  /** Whether it gets in the way, so that one a page view is enough (rule D5). */
  public boolean interrupts() {
    return this == POP_UP || this == SLIDE_IN;
  }
}
