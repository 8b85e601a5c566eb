package jeton.server.quiz;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;

/**
 * The picture that goes along when an outcome is shared: 1200 × 630 pixels, in the offer's own
 * colours, with nothing of anybody who played (Q11). Pictures of pages are met by machines as often
 * as by people, so they are remembered.
 */
@Component
class ShareCard {
  static final int WIDTH = 1200;
  static final int HEIGHT = 630;
  private static final int MARGIN = 84;
  private static final int TITLE = 78;
  private static final int SMALL = 34;
  private static final int REMEMBERED = 100;
  private static final Color BRASS = new Color(0xB07A2A);

  private final Lettering lettering = new Lettering();
  private final Cache<Card, byte[]> drawn = Caffeine.newBuilder().maximumSize(REMEMBERED).build();

  /**
   * What stands on it.
   *
   * @param over above the title
   * @param words below it, as far as there is room; may be empty
   * @param under at the foot
   * @param paper colours as {@code #RRGGBB}
   */
  record Card(
      String over,
      String title,
      String words,
      String under,
      String paper,
      String ink,
      String button) {}

  /** As a PNG. */
  byte[] png(Card card) {
    return drawn.get(card, this::draw);
  }

  private byte[] draw(Card card) {
    BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
    Graphics2D pen = image.createGraphics();
    pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
    pen.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
    pen.setColor(Color.decode(card.paper()));
    pen.fillRect(0, 0, WIDTH, HEIGHT);
    pen.setColor(Color.decode(card.button()));
    pen.fill(new Rectangle2D.Double(0, HEIGHT - 16.0, WIDTH, 16));
    token(pen, Color.decode(card.paper()));
    Color ink = Color.decode(card.ink());
    double width = WIDTH - 2.0 * MARGIN - 250;
    double y = MARGIN + SMALL;
    for (String line : lettering.lines(card.over(), SMALL, width, 2)) {
      write(pen, line, y, SMALL, ink, 0);
      y += SMALL * 1.35;
    }
    y += TITLE * 1.05;
    for (String line : lettering.lines(card.title(), TITLE, WIDTH - 2.0 * MARGIN, 3)) {
      write(pen, line, y, TITLE, ink, 3.2f);
      y += TITLE * 1.18;
    }
    y -= TITLE * 0.35;
    int room = (int) ((HEIGHT - MARGIN - SMALL - y) / (SMALL * 1.4));
    if (room > 0 && !card.words().isEmpty()) {
      for (String line : lettering.lines(card.words(), SMALL, WIDTH - 2.0 * MARGIN, room)) {
        write(pen, line, y, SMALL, ink, 0);
        y += SMALL * 1.4;
      }
    }
    write(
        pen,
        lettering.lines(card.under(), SMALL, WIDTH - 2.0 * MARGIN, 1).get(0),
        HEIGHT - MARGIN + 10.0,
        SMALL,
        Color.decode(card.button()),
        1.1f);
    pen.dispose();
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    try {
      ImageIO.write(image, "png", out);
    } catch (IOException inMemory) {
      throw new UncheckedIOException(inMemory);
    }
    return out.toByteArray();
  }

  private void write(
      Graphics2D pen, String line, double y, double size, Color colour, float weight) {
    var shape = lettering.line(line, MARGIN, y, size);
    pen.setColor(colour);
    pen.fill(shape);
    if (weight > 0) {
      pen.setStroke(new BasicStroke(weight, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
      pen.draw(shape);
    }
  }

  /** A token, as along the offer's track: a ring around a dot. */
  private static void token(Graphics2D pen, Color paper) {
    double x = WIDTH - MARGIN - 92.0;
    double y = MARGIN + 78.0;
    disc(pen, x, y, 92, BRASS);
    disc(pen, x, y, 80, paper);
    disc(pen, x, y, 68, BRASS);
    disc(pen, x, y, 24, paper);
  }

  private static void disc(Graphics2D pen, double x, double y, double radius, Color colour) {
    pen.setColor(colour);
    pen.fill(new Ellipse2D.Double(x - radius, y - radius, 2 * radius, 2 * radius));
  }
}
