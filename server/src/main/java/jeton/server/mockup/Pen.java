package jeton.server.mockup;

import java.awt.Color;
import java.awt.Shape;
import java.awt.geom.AffineTransform;

/** Something that draws a mock-up: as a vector drawing, or in pixels. */
interface Pen {
  void fill(Shape shape, Color colour);

  void line(Shape shape, Color colour, float width);

  /**
   * The page.
   *
   * @param placed from a square of one by one to where the page lies
   * @param within what of it is seen
   */
  void page(AffineTransform placed, Shape within);
}
