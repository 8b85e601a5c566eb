package jeton.server.mockup;

import java.awt.Color;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.PathIterator;
import java.util.Locale;

/** Draws as SVG 1.1, the page as a picture within. */
final class SvgPen implements Pen {
  private static final double OPAQUE = 255;
  private static final String[] COMMANDS = {"M", "L", "Q", "C", "Z"};
  private static final int[] NUMBERS = {2, 2, 4, 6, 0};
  private final StringBuilder svg = new StringBuilder();
  private final String page;
  private int clips;

  /**
   * @param page as a data address
   */
  SvgPen(String page) {
    this.page = page;
  }

  String svg(int width, int height) {
    return "<svg xmlns=\"http://www.w3.org/2000/svg\" xmlns:xlink=\"http://www.w3.org/1999/xlink\" viewBox=\"0 0 "
        + width
        + " "
        + height
        + "\" width=\""
        + width
        + "\" height=\""
        + height
        + "\">"
        + svg
        + "</svg>";
  }

  @Override
  public void fill(Shape shape, Color colour) {
    svg.append("<path d=\"").append(path(shape)).append("\" fill=\"").append(hex(colour));
    svg.append('"').append(opacity("fill-opacity", colour)).append("/>");
  }

  @Override
  public void line(Shape shape, Color colour, float width) {
    svg.append("<path d=\"").append(path(shape)).append("\" fill=\"none\" stroke=\"");
    svg.append(hex(colour)).append('"').append(opacity("stroke-opacity", colour));
    svg.append(" stroke-width=\"").append(number(width)).append("\"/>");
  }

  @Override
  public void page(AffineTransform placed, Shape within) {
    String clip = "within" + clips++;
    svg.append("<clipPath id=\"").append(clip).append("\"><path d=\"").append(path(within));
    svg.append("\"/></clipPath><g clip-path=\"url(#")
        .append(clip)
        .append(")\"><image transform=\"matrix(");
    double[] matrix = new double[6];
    placed.getMatrix(matrix);
    for (int i = 0; i < matrix.length; i++) {
      svg.append(i == 0 ? "" : " ").append(number(matrix[i]));
    }
    svg.append(")\" width=\"1\" height=\"1\" preserveAspectRatio=\"none\" xlink:href=\"");
    svg.append(page).append("\"/></g>");
  }

  private static String path(Shape shape) {
    StringBuilder path = new StringBuilder();
    double[] at = new double[6];
    for (PathIterator i = shape.getPathIterator(null); !i.isDone(); i.next()) {
      int command = i.currentSegment(at);
      path.append(COMMANDS[command]);
      for (int n = 0; n < NUMBERS[command]; n++) {
        path.append(n == 0 ? "" : " ").append(number(at[n]));
      }
    }
    return path.toString();
  }

  private static String number(double number) {
    String written = String.format(Locale.ROOT, "%.3f", number);
    return written.replaceAll("\\.?0+$", "");
  }

  private static String hex(Color colour) {
    return String.format("#%06X", colour.getRGB() & 0xFFFFFF);
  }

  private static String opacity(String attribute, Color colour) {
    return colour.getAlpha() == (int) OPAQUE
        ? ""
        : " " + attribute + "=\"" + number(colour.getAlpha() / OPAQUE) + "\"";
  }
}
