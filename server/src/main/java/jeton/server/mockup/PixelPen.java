package jeton.server.mockup;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;

/** Draws in pixels, so many for each of the drawing's own. */
final class PixelPen implements Pen {
  private final BufferedImage canvas;
  private final Graphics2D pen;
  private final BufferedImage page;

  PixelPen(BufferedImage page, int width, int height, int scale) {
    this.page = page;
    canvas = new BufferedImage(width * scale, height * scale, BufferedImage.TYPE_INT_ARGB);
    pen = canvas.createGraphics();
    pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    pen.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
    pen.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    pen.scale(scale, scale);
  }

  BufferedImage drawn() {
    pen.dispose();
    return canvas;
  }

  @Override
  public void fill(Shape shape, Color colour) {
    pen.setColor(colour);
    pen.fill(shape);
  }

  @Override
  public void line(Shape shape, Color colour, float width) {
    pen.setColor(colour);
    pen.setStroke(new BasicStroke(width));
    pen.draw(shape);
  }

  @Override
  public void page(AffineTransform placed, Shape within) {
    Shape before = pen.getClip();
    pen.clip(within);
    AffineTransform whole = new AffineTransform(placed);
    whole.scale(1.0 / page.getWidth(), 1.0 / page.getHeight());
    pen.drawImage(page, whole, null);
    pen.setClip(before);
  }
}
