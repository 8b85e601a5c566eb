package jeton.server.mockup;

import java.awt.Color;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;

/**
 * Our own mock-ups. Each is drawn once, on a canvas of {@link #WIDTH} by {@link #HEIGHT}, by
 * whatever pen it is given.
 */
enum Design {
  /** One sheet on the table, a corner turned up. */
  SHEET("A sheet") {
    @Override
    void draw(Pen pen, Scene scene) {
      ground(pen, scene.wash());
      Size size = scene.fit(400, 480);
      AffineTransform lie = lying(400, 300, -5, size);
      pen.fill(moved(lie, new Rectangle2D.Double(0, 0, 1, 1), 9, 12), SHADE);
      double x = 1 - 46 / size.width();
      double y = 46 / size.height();
      Path2D cut = new Path2D.Double();
      cut.moveTo(0, 0);
      cut.lineTo(x, 0);
      cut.lineTo(1, y);
      cut.lineTo(1, 1);
      cut.lineTo(0, 1);
      cut.closePath();
      pen.fill(lie.createTransformedShape(cut), Color.WHITE);
      pen.page(lie, lie.createTransformedShape(cut));
      Path2D corner = new Path2D.Double();
      corner.moveTo(x, 0);
      corner.lineTo(1, y);
      corner.lineTo(x, y);
      corner.closePath();
      pen.fill(lie.createTransformedShape(corner), scene.accent());
    }
  },

  /** A booklet lying open: lines on the left page, the first page on the right. */
  BOOKLET("A booklet lying open") {
    @Override
    void draw(Pen pen, Scene scene) {
      ground(pen, scene.wash());
      Size size = scene.fit(310, 400);
      double top = 300 - size.height() / 2;
      AffineTransform right =
          new AffineTransform(size.width(), -34, 0, size.height(), 400, top + 17);
      AffineTransform left =
          new AffineTransform(size.width(), 34, 0, size.height(), 400 - size.width(), top - 17);
      Rectangle2D whole = new Rectangle2D.Double(0, 0, 1, 1);
      Area cover = new Area(grown(left, -0.03, 0.03));
      cover.add(new Area(grown(right, 0, 0.03)));
      pen.fill(AffineTransform.getTranslateInstance(6, 14).createTransformedShape(cover), SHADE);
      pen.fill(cover, scene.main());
      pen.fill(left.createTransformedShape(whole), PAPER);
      for (int i = 0; i < 9; i++) {
        double width = i == 0 ? 0.45 : i % 4 == 3 ? 0.5 : 0.74;
        Rectangle2D line =
            new Rectangle2D.Double(0.13, 0.14 + i * 0.08, width, i == 0 ? 0.03 : 0.014);
        pen.fill(left.createTransformedShape(line), i == 0 ? scene.accent() : LINE);
      }
      pen.fill(right.createTransformedShape(whole), Color.WHITE);
      pen.page(right, right.createTransformedShape(whole));
      pen.fill(right.createTransformedShape(new Rectangle2D.Double(0, 0, 0.05, 1)), FOLD);
      pen.fill(left.createTransformedShape(new Rectangle2D.Double(0.95, 0, 0.05, 1)), FOLD);
    }
  },

  /** Several sheets, the first page on top. */
  STACK("A stack") {
    @Override
    void draw(Pen pen, Scene scene) {
      ground(pen, scene.wash());
      Size size = scene.fit(380, 440);
      Rectangle2D whole = new Rectangle2D.Double(0, 0, 1, 1);
      double[] turns = {9, 4.5, -7};
      Color[] colours = {scene.main(), scene.accent(), PAPER};
      for (int i = 0; i < turns.length; i++) {
        AffineTransform lie = lying(400 + (1 - i) * 10, 304 - i * 3, turns[i], size);
        pen.fill(moved(lie, whole, 4, 7), SHADE);
        pen.fill(lie.createTransformedShape(whole), colours[i]);
      }
      AffineTransform top = lying(400, 296, -1.5, size);
      pen.fill(moved(top, whole, 4, 7), SHADE);
      pen.fill(top.createTransformedShape(whole), Color.WHITE);
      pen.page(top, top.createTransformedShape(whole));
    }
  },

  /** A tablet that shows it. */
  TABLET("A tablet") {
    @Override
    void draw(Pen pen, Scene scene) {
      ground(pen, scene.wash());
      Size size = scene.fit(440, 430);
      AffineTransform turn = AffineTransform.getRotateInstance(Math.toRadians(4), 400, 300);
      double x = 400 - size.width() / 2;
      double y = 300 - size.height() / 2;
      Shape body =
          new RoundRectangle2D.Double(
              x - 24, y - 30, size.width() + 48, size.height() + 60, 44, 44);
      pen.fill(
          AffineTransform.getTranslateInstance(8, 13)
              .createTransformedShape(turn.createTransformedShape(body)),
          SHADE);
      pen.fill(turn.createTransformedShape(body), scene.main());
      Shape rim =
          new RoundRectangle2D.Double(
              x - 20, y - 26, size.width() + 40, size.height() + 52, 38, 38);
      pen.line(turn.createTransformedShape(rim), new Color(255, 255, 255, 60), 1.5f);
      AffineTransform screen = new AffineTransform(turn);
      screen.translate(x, y);
      screen.scale(size.width(), size.height());
      Shape glass = new RoundRectangle2D.Double(x, y, size.width(), size.height(), 10, 10);
      pen.fill(turn.createTransformedShape(glass), Color.WHITE);
      pen.page(screen, turn.createTransformedShape(glass));
      pen.fill(
          turn.createTransformedShape(new Ellipse2D.Double(396, y - 19, 8, 8)), scene.accent());
    }
  },

  /** A card with a ribbon around it. */
  CARD("A card with a ribbon") {
    @Override
    void draw(Pen pen, Scene scene) {
      ground(pen, scene.wash());
      Size size = scene.fit(420, 420);
      double border = 18;
      Size card = new Size(size.width() + 2 * border, size.height() + 2 * border);
      AffineTransform lie = lying(400, 300, 3, card);
      Rectangle2D whole = new Rectangle2D.Double(0, 0, 1, 1);
      pen.fill(moved(lie, whole, 7, 11), SHADE);
      pen.fill(lie.createTransformedShape(whole), PAPER);
      AffineTransform page = lying(400, 300, 3, size);
      pen.page(page, page.createTransformedShape(whole));
      pen.line(page.createTransformedShape(whole), LINE, 1);
      double wide = 30 / card.width();
      double at = 0.8;
      pen.fill(
          lie.createTransformedShape(new Rectangle2D.Double(at - wide / 2, -0.012, wide, 1.024)),
          scene.accent());
      double knot = 0.24;
      bow(pen, lie, scene.accent(), new double[] {at, knot}, card);
    }
  };

  static final int WIDTH = 800;
  static final int HEIGHT = 600;

  private static final Color SHADE = new Color(28, 42, 38, 46);
  private static final Color FOLD = new Color(28, 42, 38, 26);
  private static final Color PAPER = new Color(0xFFFDF7);
  private static final Color LINE = new Color(28, 42, 38, 60);

  private final String words;

  Design(String words) {
    this.words = words;
  }

  /** Its name for the owner. */
  String words() {
    return words;
  }

  abstract void draw(Pen pen, Scene scene);

  /** Width and height. */
  record Size(double width, double height) {}

  /**
   * What is drawn, and in which colours.
   *
   * @param aspect the page's width by its height
   * @param main of covers and cases
   * @param accent of ribbons and edges
   * @param wash of the ground
   */
  record Scene(double aspect, Color main, Color accent, Color wash) {
    /** The page's size where it may take this much. */
    Size fit(double mostWidth, double mostHeight) {
      double height = Math.min(mostHeight, mostWidth / aspect);
      return new Size(height * aspect, height);
    }
  }

  private static void ground(Pen pen, Color wash) {
    pen.fill(new RoundRectangle2D.Double(40, 60, 720, 480, 240, 240), wash);
  }

  /** From a square of one by one to a sheet that lies turned around a middle. */
  private static AffineTransform lying(double x, double y, double degrees, Size size) {
    AffineTransform lie = AffineTransform.getTranslateInstance(x, y);
    lie.rotate(Math.toRadians(degrees));
    lie.translate(-size.width() / 2, -size.height() / 2);
    lie.scale(size.width(), size.height());
    return lie;
  }

  private static Shape moved(AffineTransform lie, Shape shape, double x, double y) {
    return AffineTransform.getTranslateInstance(x, y)
        .createTransformedShape(lie.createTransformedShape(shape));
  }

  private static Shape grown(AffineTransform page, double left, double by) {
    return page.createTransformedShape(
        new Rectangle2D.Double(Math.min(0, left), -by, 1 + by, 1 + 2 * by));
  }

  private static void bow(Pen pen, AffineTransform lie, Color colour, double[] knot, Size card) {
    for (int side : new int[] {-1, 1}) {
      Path2D loop = new Path2D.Double();
      double x = side * 78 / card.width();
      double y = 46 / card.height();
      loop.moveTo(knot[0], knot[1]);
      loop.curveTo(
          knot[0] + x * 0.4,
          knot[1] - y * 1.6,
          knot[0] + x * 1.2,
          knot[1] - y,
          knot[0] + x,
          knot[1]);
      loop.curveTo(
          knot[0] + x * 1.1,
          knot[1] + y * 0.7,
          knot[0] + x * 0.4,
          knot[1] + y * 0.5,
          knot[0],
          knot[1]);
      loop.closePath();
      pen.fill(moved(lie, loop, 2, 4), SHADE);
      pen.fill(lie.createTransformedShape(loop), colour);
      Line2D crease = new Line2D.Double(knot[0], knot[1], knot[0] + x * 0.6, knot[1] - y * 0.12);
      pen.line(lie.createTransformedShape(crease), FOLD, 2);
    }
    double w = 17 / card.width();
    double h = 15 / card.height();
    pen.fill(
        lie.createTransformedShape(new Ellipse2D.Double(knot[0] - w, knot[1] - h, 2 * w, 2 * h)),
        colour.darker());
  }
}
